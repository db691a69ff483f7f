import ts from 'typescript';

/** One small change of a source file, as doubt would make it. */
export interface Mutation {
  readonly start: number;
  readonly end: number;
  readonly becomes: string;
  /** The expression that the change stands in; when it is worked out, the place is reached. */
  readonly around: { readonly start: number; readonly end: number };
  readonly line: number;
  readonly says: string;
}

const swapped: Readonly<Partial<Record<ts.SyntaxKind, string>>> = {
  [ts.SyntaxKind.LessThanToken]: '<=',
  [ts.SyntaxKind.LessThanEqualsToken]: '<',
  [ts.SyntaxKind.GreaterThanToken]: '>=',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '>',
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: '!==',
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: '===',
  [ts.SyntaxKind.PlusToken]: '-',
  [ts.SyntaxKind.MinusToken]: '+',
  [ts.SyntaxKind.AsteriskToken]: '/',
  [ts.SyntaxKind.SlashToken]: '*',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
  [ts.SyntaxKind.BarBarToken]: '&&',
};

/** Whether a `+` joins text, where `-` would only be nonsense. */
const joinsText = (node: ts.BinaryExpression): boolean =>
  [node.left, node.right].some((side) => ts.isStringLiteralLike(side) || ts.isTemplateExpression(side));

/** One more of what is counted; of a size or a measure, where one more would be no other, twice as much. */
function otherNumber(text: string): string {
  const value = Number(text);
  return Number.isInteger(value) && value < 100 ? (value === 0 ? '1' : `${text} + 1`) : `${text} * 2`;
}

/** Whether a number is the name of a field and not a figure. */
const isName = (node: ts.NumericLiteral): boolean => ts.isPropertyAssignment(node.parent) && node.parent.name === node;

/** Every place of a source at which it can be broken: comparisons, arithmetic, logic, conditions, numbers and truth values; types are left. */
export function mutationsOf(name: string, text: string): readonly Mutation[] {
  const source = ts.createSourceFile(name, text, ts.ScriptTarget.ES2022, true);
  const found: Mutation[] = [];
  const add = (node: ts.Node, becomes: string, around: ts.Node = node): void => {
    const start = node.getStart(source);
    const { line } = source.getLineAndCharacterOfPosition(start);
    const was = text.slice(start, node.end);
    const shown = (part: string): string => part.replace(/\s+/g, ' ').slice(0, 50);
    found.push({
      start,
      end: node.end,
      becomes,
      around: { start: around.getStart(source), end: around.end },
      line: line + 1,
      says: `${shown(was)} → ${shown(becomes)}`,
    });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node) || ts.isImportDeclaration(node)) return;
    if (ts.isBinaryExpression(node)) {
      const becomes = swapped[node.operatorToken.kind];
      if (becomes && !(node.operatorToken.kind === ts.SyntaxKind.PlusToken && joinsText(node))) add(node.operatorToken, becomes, node);
    } else if (ts.isConditionalExpression(node))
      add(node.condition, `!(${text.slice(node.condition.getStart(source), node.condition.end)})`);
    else if (ts.isIfStatement(node)) add(node.expression, `!(${text.slice(node.expression.getStart(source), node.expression.end)})`);
    else if (ts.isNumericLiteral(node) && !isName(node)) add(node, `(${otherNumber(node.text)})`);
    else if (node.kind === ts.SyntaxKind.TrueKeyword) add(node, 'false');
    else if (node.kind === ts.SyntaxKind.FalseKeyword) add(node, 'true');
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** The source with one mutation made. */
export const mutated = (text: string, { start, end, becomes }: Mutation): string => text.slice(0, start) + becomes + text.slice(end);

/** The source with a note at each place, by its number, when it is reached: the place's number is kept in a set of that name. */
export function noting(text: string, set: string, places: readonly { readonly id: number; readonly around: Mutation['around'] }[]): string {
  const parts = places.flatMap(({ id, around: { start, end } }) => [
    { at: start, size: end - start, opens: true, text: `(${set}.add(${String(id)}), ` },
    { at: end, size: end - start, opens: false, text: ')' },
  ]);
  // What closes stands before what opens at the same place; of two that open there the larger is outside, of two that close the smaller.
  parts.sort((a, b) => a.at - b.at || Number(a.opens) - Number(b.opens) || (a.opens ? b.size - a.size : a.size - b.size));
  let done = 0;
  let noted = '';
  for (const part of parts) {
    noted += text.slice(done, part.at) + part.text;
    done = part.at;
  }
  return noted + text.slice(done);
}
