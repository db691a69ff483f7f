import { inject, Injectable } from '@angular/core';
import type { Card } from '@amber-relay/core/card';
import { attempt, CoreError } from '@amber-relay/core/errors';
import {
  cardMark,
  playable,
  caseFrom,
  practiceCards,
  readCode,
  toldCase,
  toldCases,
  type Help,
  type HiddenCase,
  type Practice,
  type Told,
} from '@amber-relay/core/practice';
import { JobRepository } from '../storage/job-repository';
import { PracticeRepository } from '../storage/practice-repository';
import { practiceInstruments } from './practice-instruments';
import { ShopBehind } from '../storage/shop-behind';

/** What is to be begun: a case by its code, a told case by its name, or a lesson of the shop. */
export interface ToBegin {
  readonly code?: string | undefined;
  readonly told?: string | undefined;
  readonly lesson?: string | undefined;
  readonly help: Help;
}

const functionNameOf = ({ card, complaint }: HiddenCase): string =>
  card.functions.find(({ id }) => id === complaint.functionId)?.name ?? '';

/** Lays a case on the practice bench: books the set in, as its owner brings it. */
@Injectable()
export class BeginCase {
  private readonly jobs = inject(JobRepository);
  private readonly own = inject(PracticeRepository);
  private readonly behind = inject(ShopBehind);

  /** @throws CoreError for a code that is none, or whose card is not here */
  async begin({ code, told, lesson, help }: ToBegin): Promise<string> {
    const found = await this.found({ code, told, lesson });
    const { one, title } = found;
    await this.own.equip(practiceInstruments);
    // The card as it is now: what is learned on it later changes nothing of this case.
    const card: Card = { ...one.card, id: `${one.card.id}-${cardMark(one.card).toString(32)}` };
    const [model] = card.models;
    const customerId = crypto.randomUUID();
    const job = await this.jobs.bookIn(
      {
        customer: { id: customerId, name: one.owner, phone: '', email: '', address: '', note: '' },
        set: {
          id: crypto.randomUUID(),
          customerId,
          maker: model?.maker ?? 'Larkholm',
          model: model?.name ?? card.chassis,
          serial: '',
          cardId: card.id,
          ...(model ? { modelId: model.id } : {}),
          previousOwners: [],
          modifications: [],
        },
        card,
        job: {
          complaint: one.words,
          symptoms: [{ functionId: one.complaint.functionId, result: one.complaint.outcome, text: functionNameOf(one) }],
          accessories: [],
          cosmetic: (found.told?.text ?? '').replaceAll(/!\[[^\]]*\]\([^)]*\)|[#*_`]/g, '').slice(0, 1000),
          payer: '',
        },
        entries: [],
        photos: [],
      },
      'Practice',
    );
    const row: Practice = {
      id: job.id,
      code: one.code,
      title,
      ...(found.told ? { told: found.told } : {}),
      way: one.way,
      chassis: card.chassis,
      help,
      beganAt: new Date().toISOString(),
      acts: [],
      beliefs: [],
    };
    await this.own.keep(row);
    await this.behind.practice.keep(row);
    return job.id;
  }

  private async found({ code, told, lesson }: Omit<ToBegin, 'help'>): Promise<{ one: HiddenCase; title: string; told?: Told }> {
    if (told !== undefined) {
      const case_ = toldCases().find(({ id }) => id === told);
      if (!case_) throw new CoreError('unknown-name', 'case', 'There is no such case.', 'Choose one in Practice.');
      return { one: toldCase(case_.card, case_.told), title: case_.told.title, told: case_.told };
    }
    if (lesson !== undefined) {
      const kept = await this.behind.practice.lesson(lesson);
      if (!kept)
        throw new CoreError('unknown-name', 'lesson', 'This lesson is not in the shop.', 'Take its file in once more, in Practice.');
      const { id: _, card, takenInAt: __, ...rest } = kept;
      return { one: toldCase(card, rest), title: rest.title, told: rest };
    }
    const spec = attempt(() => readCode(code ?? ''));
    if (!spec.ok) throw spec.failure;
    const one = caseFrom(spec.value, [...practiceCards(), ...(await this.behind.practice.cards()).map((card) => playable(card))]);
    return { one, title: one.card.chassis };
  }
}
