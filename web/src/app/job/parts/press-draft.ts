import { inject, Injectable, linkedSignal } from '@angular/core';
import { JobOnBench } from '../job-on-bench';

/** A part that was pressed on a picture: shares of its width. */
interface PressedPart {
  readonly designator: string;
  readonly x: number;
  readonly y: number;
}
export interface PressChoice {
  /** Id of the picture; empty where none was chosen yet. */
  readonly picture: string;
  readonly next: string;
  readonly parts: readonly PressedPart[];
  /** Two places whose distance is known, and that distance as typed, in millimetres. */
  readonly ends: readonly { readonly x: number; readonly y: number }[];
  readonly apart: string;
}
const nothing: PressChoice = { picture: '', next: 'C1', parts: [], ends: [], apart: '' };

/** Parts that are being pressed on a picture of the job on the bench: they stay while one looks elsewhere. */
@Injectable()
export class PressDraft {
  readonly choice = linkedSignal<string, PressChoice>({ source: inject(JobOnBench).jobId, computation: () => nothing });
  clear(): void {
    this.choice.update(({ picture, next }) => ({ ...nothing, picture, next }));
  }
}
