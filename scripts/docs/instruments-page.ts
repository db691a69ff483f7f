// docs/instruments.md: what an instrument of each kind begins with, until its own handbook says otherwise.
import { accuracyText, instrumentKinds } from '../../core/src/measure';
import { quantityText, type Unit } from '../../core/src/quantity';
import { plain } from './markdown';

type Kind = (typeof instrumentKinds)[number];

function rowsOf({ instrument }: Kind): string[] {
  return instrument.measures.map((unit) => {
    const accuracy = instrument.byUnit?.[unit];
    const ranges = accuracy?.ranges?.map((range) => quantityText(range, unit as Unit)).join(', ') ?? '';
    const digits = accuracy?.displaySteps ? `${accuracy.displaySteps} steps` : '';
    return `| ${unit || 'ratio'} | ${plain(accuracy ? accuracyText(accuracy, unit as Unit) : '')} | ${plain(ranges)} | ${digits} |`;
  });
}

function counterLine({ instrument: { counter } }: Kind): string {
  if (!counter) return '';
  const prescaled = counter.prescaler ? `, divided by ${counter.prescaler.by} above ${quantityText(counter.prescaler.aboveHz, 'Hz')}` : '';
  return `Counts ${counter.kind}, with gates of ${(counter.gatesS ?? []).map((gate) => quantityText(gate, 's')).join(', ')} and ${counter.displayDigits} digits${prescaled}.`;
}

export const instrumentsPage = (): string =>
  [
    '# Instruments',
    '',
    'What an instrument begins with when it is listed by its kind. It is usual for the kind, and gives way to what its own handbook says.',
    ...instrumentKinds.flatMap((kind) => [
      '',
      `## ${kind.name}`,
      '',
      '| reads | usual accuracy | ranges | display |',
      '|---|---|---|---|',
      ...rowsOf(kind),
      ...(kind.instrument.words?.length ? ['', `For the tests ${kind.instrument.words.map((word) => `\`${word}\``).join(', ')}.`] : []),
      ...(kind.instrument.counter ? ['', counterLine(kind)] : []),
    ]),
  ].join('\n');
