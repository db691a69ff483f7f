import { computed, effect, inject, Injectable, signal } from '@angular/core';
import type { Fed } from '@amber-relay/core/feed';
import {
  allSums,
  fieldsOf,
  formText,
  isEmpty,
  readForm,
  type FormRead,
  type FormRow,
  type FormText,
  type PlusMinus,
  type Sum,
  type Way,
} from '@amber-relay/core/sums';
import { resultView } from './result-view';
import { SumMemory } from './sum-memory';
import { SumSolver } from './sum-solver';
import type { Answer, Refused, Solved } from './sum.worker';

/** A refusal as a form says it: the field stands there by its title, its name in the files is of no use. */
const said = ({ field, message, remedy }: Refused): string => `${message.replace(` (${field})`, '')} ${remedy}`;

/** The sum that is open: what stands in its form, how it is asked, and its answer, worked out while one types. */
@Injectable()
export class OpenSum {
  private readonly solver = inject(SumSolver);
  private readonly memory = inject(SumMemory);

  readonly sum = signal<Sum>(allSums[0]);
  readonly texts = signal<FormRow>({});
  readonly way = signal<Way | undefined>(undefined);
  private readonly answer = signal<Answer | undefined>(undefined);
  /** A question is being worked out; what stands there answers the one before. */
  readonly isBusy = signal(false);
  /** The file a result came from, and how far in % it has been read while it is. */
  readonly fromFile = signal<string | undefined>(undefined);
  readonly progress = signal<number | undefined>(undefined);
  /** What of a job stands in the form, as it was taken; undefined once one has typed into it. */
  readonly fed = signal<{ readonly key: string; readonly fields: readonly string[]; readonly as: string } | undefined>(undefined);
  /** Counts the files that were read, so that only the newest is listened to. */
  private reading = 0;

  readonly fields = computed(() => {
    const others = (this.sum().ways ?? []).filter((way) => way !== this.way()).flatMap((way) => way.fields);
    const own = this.way()?.fields ?? [];
    return fieldsOf(this.sum().input).filter((field) => !others.includes(field.name) || own.includes(field.name));
  });
  readonly takesFile = computed(() => fieldsOf(this.sum().input).some((field) => ['samples', 'i', 'peaks'].includes(field.name)));
  readonly read = computed((): FormRead => readForm(this.sum(), this.texts()));
  readonly solved = computed((): Solved | undefined => {
    const answer = this.answer();
    return answer?.ok ? answer : undefined;
  });
  private readonly refused = computed((): Refused | undefined => {
    const answer = this.answer();
    return answer && !answer.ok && Object.keys(this.read().wrong).length === 0 ? answer : undefined;
  });
  readonly view = computed(() => {
    const solved = this.solved();
    return solved && resultView(this.sum(), solved.output, solved.spreads);
  });
  /** Said where a sum has no figure to show large. */
  readonly inWords = computed(() => this.view()?.sentences[0] ?? this.solved()?.result ?? '');
  /** What stands in place of the answer while there is none. */
  readonly asked = computed(() => {
    if (this.progress() !== undefined) return 'Reading the file.';
    const refused = this.refused();
    if (refused) return this.isMissing(refused) || !this.isOnForm(refused) ? said(refused) : 'Not with these figures: see what is marked.';
    if (Object.keys(this.read().wrong).length > 0) return 'A figure cannot be read: see what is marked.';
    return this.isBusy() ? 'Working it out.' : '';
  });
  /** What stands under which field: what cannot be read, or what the sum refuses. */
  readonly wrong = computed((): Readonly<Record<string, string>> => {
    const refused = this.refused();
    // A field that is still empty is asked for where the answer will stand, not marked as a mistake.
    return {
      ...(refused && !this.isMissing(refused) ? { [refused.field]: said(refused) } : {}),
      ...this.read().wrong,
    };
  });

  constructor() {
    effect(() => {
      const { input, plusMinus, wrong } = this.read();
      const { id } = this.sum();
      if (this.fromFile()) return;
      if (Object.keys(wrong).length > 0) return this.answer.set(undefined);
      void this.ask(id, input, plusMinus);
    });
  }

  private async ask(id: string, input: Record<string, unknown>, plusMinus: PlusMinus): Promise<void> {
    this.isBusy.set(true);
    const answer = await this.solver.solve(id, input, plusMinus);
    // Undefined: a newer question is on its way.
    if (answer) this.isBusy.set(false);
    if (answer && !this.fromFile() && id === this.sum().id) this.answer.set(answer);
  }

  private isOnForm({ field }: Refused): boolean {
    return this.fields().some(({ name }) => name === field.split('.')[0]);
  }

  private isMissing({ field }: Refused): boolean {
    let at: FormText | undefined = this.texts();
    // A list that is typed into one box ends the path.
    for (const key of field.split('.')) if (typeof at === 'object') at = (at as Record<string, FormText>)[key];
    return isEmpty(at);
  }

  /** Opens a sum with an input in its form, asked the way that input asks it. */
  begin(sum: Sum, given: Readonly<Record<string, unknown>>, plusMinus: PlusMinus = {}): void {
    const ways = sum.ways ?? [];
    this.show(sum, formText(sum, given, plusMinus), ways.find((way) => way.fields.some((field) => field in given)) ?? ways[0]);
  }

  /** Opens a sum with what was left in its form, or with what is known: an example that nobody asked for may be taken for a figure of the job. */
  resume(sum: Sum, known: Readonly<Record<string, unknown>> = {}): void {
    const left = this.memory.left.get(sum.id);
    if (left) this.show(sum, left.texts, left.way);
    else this.begin(sum, known);
  }

  /** Whether the example stands there, as it was put: it is no figure of a job. */
  readonly isExample = computed(() => {
    const sum = this.sum();
    return JSON.stringify(readForm(sum, this.texts()).input) === JSON.stringify(readForm(sum, formText(sum, sum.example)).input);
  });

  private show(sum: Sum, texts: FormRow, way: Way | undefined): void {
    this.endReading();
    this.fromFile.set(undefined);
    this.fed.set(undefined);
    this.answer.set(undefined);
    this.sum.set(sum);
    this.way.set(way);
    this.texts.set(texts);
  }

  /** Puts what a job gives into the form. What else was typed stays; an example does not. */
  feed({ key, input }: Fed): void {
    const sum = this.sum();
    const fields = Object.keys(input);
    const given = Object.fromEntries(Object.entries(formText(sum, input)).filter(([name]) => fields.includes(name)));
    this.show(sum, { ...(this.isExample() ? {} : this.texts()), ...given }, this.way());
    this.fed.set({ key, fields, as: JSON.stringify(input) });
    this.memory.use(sum.id);
    this.leave();
  }

  change(name: string, text: FormText): void {
    if (this.fed()?.fields.includes(name)) this.fed.set(undefined);
    this.fromFile.set(undefined);
    this.texts.update((texts) => ({ ...texts, [name]: text, ...this.unitTyped(name, text) }));
    this.memory.use(this.sum().id);
    this.leave();
  }

  /** A unit that is typed behind a figure stands in the box for it as well. */
  private unitTyped(name: string, text: FormText): FormRow {
    const { unitIn } = this.fields().find((field) => field.name === name) ?? {};
    if (!unitIn) return {};
    const chosen = readForm(this.sum(), { [name]: text }).input[unitIn.field];
    return typeof chosen === 'string' ? { [unitIn.field]: chosen } : {};
  }

  choose(way: Way): void {
    const gone = (this.sum().ways ?? []).filter((each) => each !== way).flatMap((each) => each.fields);
    this.way.set(way);
    this.texts.update((texts) =>
      Object.fromEntries(Object.entries(texts).filter(([name]) => !gone.includes(name) || way.fields.includes(name))),
    );
    this.leave();
  }

  clear(): void {
    this.show(this.sum(), {}, this.way());
    this.leave();
  }

  /** Puts the example back. */
  example(): void {
    this.memory.left.delete(this.sum().id);
    this.begin(this.sum(), this.sum().example);
  }

  /** What stands in the form stays while one looks at other sums and places. */
  private leave(): void {
    this.memory.left.set(this.sum().id, { texts: this.texts(), way: this.way() });
  }

  /** Works out a recording of any length; the refusal, where it cannot be. Nothing is told of one that was overtaken. */
  async analyse(id: 'sinad' | 'iq-analyse', file: File): Promise<Refused | undefined> {
    const tone = this.read().input['toneHz'];
    const before = this.texts();
    const round = ++this.reading;
    this.answer.set(undefined);
    this.fromFile.set(file.name);
    // The samples are those of the file now.
    this.texts.update(({ toneHz = '' }) => ({ toneHz }));
    this.progress.set(0);
    const answer = await this.solver.analyse(id, file, typeof tone === 'number' ? tone : undefined, (share) => {
      if (round === this.reading) this.progress.set(100 * share);
    });
    if (round !== this.reading) return undefined;
    this.endReading();
    if (!answer.ok) {
      this.fromFile.set(undefined);
      this.texts.set(before);
      return answer;
    }
    this.answer.set(answer);
    this.memory.use(id);
    return undefined;
  }

  stopReading(): void {
    this.solver.stop();
    this.fromFile.set(undefined);
    this.endReading();
  }

  /** What is still on its way from a file is not taken any more. */
  private endReading(): void {
    this.reading += 1;
    this.progress.set(undefined);
  }
}
