import { Injectable } from '@angular/core';
import { proxy, transfer, wrap, type Remote } from 'comlink';
import type { Failed, OverRead, RecordingApi, SoundHeard, SoundRead } from './recording.worker';
import { tellingWhenMissing } from '../ui/worker-code';

/** Goes through recordings beside the screen. */
@Injectable({ providedIn: 'root' })
export class RecordingReader {
  private worker: Worker | undefined;
  private api: Remote<RecordingApi> | undefined;

  private remote(): Remote<RecordingApi> {
    this.worker ??= tellingWhenMissing(new Worker(new URL('./recording.worker', import.meta.url), { type: 'module' }), () => this.stop());
    return (this.api ??= wrap<RecordingApi>(this.worker));
  }

  over(
    file: Blob,
    of: { readonly spacingHz: number | undefined; readonly swapped: boolean },
    progress: (share: number) => void,
  ): Promise<OverRead | Failed> {
    return this.remote().over(file, of, proxy(progress));
  }

  sound(file: Blob, toneHz: number | undefined, progress: (share: number) => void): Promise<SoundRead | Failed> {
    return this.remote().sound(file, toneHz, proxy(progress));
  }

  /** Hears what comes through a port until the port is closed. */
  async hear(port: MessagePort, sampleRateHz: number, toneHz: number | undefined, told: (heard: SoundHeard) => void): Promise<void> {
    await this.remote().hear(transfer(port, [port]), sampleRateHz, toneHz, proxy(told));
  }

  /** Gives up what is being worked on. */
  stop(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.api = undefined;
  }
}
