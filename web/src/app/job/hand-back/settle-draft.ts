import { inject, Injectable, linkedSignal } from '@angular/core';
import { handOverWords } from '@amber-relay/core/paper';
import type { ChargeAct, PaidAct } from '@amber-relay/core/words';
import { JobOnBench } from '../job-on-bench';

/** The sum and the words under a signature that are being typed on the job on the bench: they stay while one looks at other stages. */
@Injectable()
export class SettleDraft {
  private readonly job = inject(JobOnBench);
  readonly act = linkedSignal<string, ChargeAct | PaidAct | 'quote'>({ source: this.job.jobId, computation: () => 'payment' });
  readonly sum = linkedSignal<string, string>({ source: this.job.jobId, computation: () => '' });
  readonly text = linkedSignal<string, string>({ source: this.job.jobId, computation: () => '' });
  /** What was typed in place of the shop's words and the owner's name; undefined where nothing was. */
  readonly words = linkedSignal<string, string | undefined>({ source: this.job.jobId, computation: () => undefined });
  readonly who = linkedSignal<string, string | undefined>({ source: this.job.jobId, computation: () => undefined });

  /** The words under which one signs. */
  wordsNow(): string {
    return this.words() ?? handOverWords(this.job.settings()?.paper?.words);
  }
  whoNow(): string {
    return this.who() ?? this.job.file()?.customer.name ?? '';
  }
}
