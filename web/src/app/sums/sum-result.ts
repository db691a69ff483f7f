import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { ReadingVerdict } from '@amber-relay/core/job';
import { fieldsOf, shown, valueText, type FieldSpec, type Spread, type Sum } from '@amber-relay/core/sums';
import { Verdict } from '../ui/verdict';

const verdicts: readonly string[] = ['in', 'low', 'high', 'cant-tell'];
const rowsShown = 40;
const keyFigures = 3;

interface Line {
  readonly title: string;
  readonly text: string;
  readonly spread: string;
}

/** What came out of a sum: its verdict, the leading figures large, the rest in lines and tables. */
@Component({
  selector: 'app-sum-result',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Verdict],
  template: `
    <div class="tiles">
      @for (tile of tiles(); track tile.title) {
        <div class="tile">
          <span>{{ tile.title }}</span>
          <b class="key">{{ tile.text }}</b>
          @if (tile.spread) {
            <small>{{ tile.spread }}</small>
          }
        </div>
      }
      @if (verdict(); as said) {
        <div class="tile">
          <span>{{ said.title }}</span>
          @if (said.of; as of) {
            <app-verdict [of]="of" />
          } @else {
            <b class="word">{{ said.text }}</b>
          }
        </div>
      }
    </div>
    @for (text of sentences(); track $index) {
      <p class="sentence">{{ text }}</p>
    }
    @if (lines().length > 0) {
      <dl>
        @for (line of lines(); track line.title) {
          <div>
            <dt>{{ line.title }}</dt>
            <dd class="fig">
              {{ line.text }}
              @if (line.spread) {
                <small>{{ line.spread }}</small>
              }
            </dd>
          </div>
        }
      </dl>
    }
    @for (table of tables(); track table.title) {
      <h2>{{ table.title }}</h2>
      <div class="scroll" tabindex="0" role="group" [attr.aria-label]="table.title">
        <table class="plain">
          <thead>
            <tr>
              @for (column of table.columns; track column.name) {
                <th scope="col" [class.num]="column.kind === 'number' || column.kind === 'whole'">{{ column.title }}</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of table.rows; track $index) {
              <tr>
                @for (cell of row; track $index; let k = $index) {
                  <td [class.num]="table.columns[k]!.kind === 'number' || table.columns[k]!.kind === 'whole'" class="fig">{{ cell }}</td>
                }
              </tr>
            }
          </tbody>
        </table>
      </div>
      @if (table.more > 0) {
        <p class="quiet">And {{ table.more }} more.</p>
      }
    }
  `,
  styleUrl: './sum-result.scss',
})
export class SumResult {
  readonly sum = input.required<Sum>();
  readonly output = input.required<Readonly<Record<string, unknown>>>();
  readonly spreads = input<readonly Spread[]>([]);

  private readonly given = computed(() => fieldsOf(this.sum().output).filter((field) => this.output()[field.name] !== undefined));

  private spreadText(path: string, field: FieldSpec): string {
    const spread = this.spreads().find((each) => each.path === path);
    if (!spread) return '';
    const one = (value: number): string => `${shown(value, field.unit ?? '', 3)}${field.shownUnit ? ` ${field.shownUnit}` : ''}`;
    return `± ${one(spread.worst)} at worst, ± ${one(spread.rss)} as independent errors`;
  }

  /** All plain figures, those within a group after its title. */
  private readonly plain = computed((): Line[] =>
    this.given().flatMap((field): Line[] => {
      const value = this.output()[field.name];
      if (field.kind === 'group') {
        if (value === null) return [{ title: field.title, text: 'none', spread: '' }];
        return (field.parts ?? []).flatMap((part) => {
          const inner = (value as Record<string, unknown>)[part.name];
          if (part.kind === 'rows' || inner === undefined) return [];
          return [
            {
              title: `${field.title}, ${part.title}`,
              text: valueText(inner, part),
              spread: this.spreadText(`${field.name}.${part.name}`, part),
            },
          ];
        });
      }
      if (field.kind === 'named-figures')
        return Object.entries(value as Record<string, number>).map(([name, figure]) => ({
          title: `${field.title}: ${name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)}`,
          text: valueText(figure, field),
          spread: this.spreadText(`${field.name}.${name}`, field),
        }));
      if (field.kind === 'rows' || isSentence(field, value) || field.name === 'verdict' || field.name === 'state') return [];
      // The points of a picture are in the picture.
      if (Array.isArray(value) && Array.isArray(value[0]) && typeof value[0][0] === 'number' && value.length > 30) return [];
      return [{ title: field.title, text: valueText(value, field), spread: this.spreadText(field.name, field) }];
    }),
  );

  private readonly leading = computed(() =>
    this.plain()
      .filter((line) => line.text.length <= 14)
      .slice(0, keyFigures),
  );
  protected readonly tiles = computed(() => this.leading());
  protected readonly lines = computed(() => this.plain().filter((line) => !this.leading().includes(line)));

  protected readonly verdict = computed(() => {
    const field = this.given().find(({ name }) => name === 'verdict') ?? this.given().find(({ name }) => name === 'state');
    const value = field && this.output()[field.name];
    if (!field || typeof value !== 'string' || isSentence(field, value)) return undefined;
    return { title: field.title, text: value.replaceAll('-', ' '), of: verdicts.includes(value) ? (value as ReadingVerdict) : undefined };
  });

  protected readonly sentences = computed(() =>
    this.given().flatMap((field) => {
      const value = this.output()[field.name];
      return isSentence(field, value) ? [value as string] : [];
    }),
  );

  protected readonly tables = computed(() =>
    this.given()
      .filter((field) => field.kind === 'rows')
      .map((field) => {
        const rows = this.output()[field.name] as readonly Record<string, unknown>[];
        const columns = (field.parts ?? []).filter((part) => part.name !== 'groups' && rows.some((row) => row[part.name] !== undefined));
        return {
          title: field.title,
          columns,
          rows: rows.slice(0, rowsShown).map((row) => columns.map((column) => cellText(row[column.name], column))),
          more: rows.length - rowsShown,
        };
      })
      .filter((table) => table.rows.length > 0),
  );
}

const isSentence = (field: FieldSpec, value: unknown): boolean =>
  field.kind === 'text' && typeof value === 'string' && /[.:] |\.$/.test(value) && value.length > 20;

/** A cell of a table; a list within it is told one after the other. */
function cellText(value: unknown, column: FieldSpec): string {
  if (column.kind === 'rows')
    return (value as readonly Record<string, unknown>[])
      .map((row) => (column.parts ?? []).map((part) => cellText(row[part.name], part)).join(' '))
      .join('; ');
  if (column.kind === 'group')
    return (column.parts ?? []).map((part) => cellText((value as Record<string, unknown>)[part.name], part)).join(' + ');
  return value === undefined ? '' : valueText(value, column);
}
