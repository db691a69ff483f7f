import { Injectable } from '@angular/core';
import type { PlusMinus } from '@amber-relay/core/sums';
import { proxy, wrap, type Remote } from 'comlink';
import type { Answer, Refused, SumApi } from './sum.worker';
import { tellingWhenMissing } from '../ui/worker-code';

/** A sum that takes longer than this stands in the way of the next, and is given up. */
const patienceMs = 1500;

/** Works sums out beside the screen, so that typing never waits; the newest question is the one that is answered. */
@Injectable()
export class SumSolver {
  private worker: Worker | undefined;
  private api: Remote<SumApi> | undefined;
  private round = 0;
  private busySince: number | undefined;

  private remote(): Remote<SumApi> {
    this.worker ??= tellingWhenMissing(new Worker(new URL('./sum.worker', import.meta.url), { type: 'module' }), () => this.stop());
    return (this.api ??= wrap<SumApi>(this.worker));
  }

  /** Undefined when a newer question came before this one was answered. */
  async solve(id: string, input: Record<string, unknown>, plusMinus: PlusMinus): Promise<Answer | undefined> {
    if (this.busySince !== undefined && Date.now() - this.busySince > patienceMs) this.stop();
    const round = ++this.round;
    this.busySince ??= Date.now();
    const answer = await this.remote().solve(id, input, plusMinus);
    if (round !== this.round) return undefined;
    this.busySince = undefined;
    return answer;
  }

  analyse(id: 'sinad' | 'iq-analyse', file: Blob, toneHz: number | undefined, progress: (share: number) => void): Promise<Answer> {
    this.round += 1;
    return this.remote().analyse(id, file, toneHz, proxy(progress));
  }

  channels(file: Blob): Promise<number | Refused> {
    return this.remote().channels(file);
  }

  samples(file: Blob, seconds: number): ReturnType<SumApi['samples']> {
    return this.remote().samples(file, seconds);
  }

  /** Gives up what is being worked on. */
  stop(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.api = undefined;
    this.busySince = undefined;
    this.round += 1;
  }
}
