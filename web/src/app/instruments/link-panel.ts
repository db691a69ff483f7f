import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { CoreError } from '@amber-relay/core/errors';
import { linkSchema, type Instrument, type InstrumentAddress } from '@amber-relay/core/measure';
import { ShopChanges } from '../storage/shop-changes';
import { Field } from '../ui/field';
import { InstrumentLink } from './instrument-link';

const usualPort = 5025;

/** Where one instrument is reached, tried and kept. */
@Component({
  selector: 'app-link-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field],
  template: `
    <h2>Link of {{ instrument().name }}</h2>
    <p class="quiet">
      An instrument on the network that takes SCPI over TCP. Its address stands in its own menu; the port is nearly always {{ usual }}.
    </p>
    <form (submit)="$event.preventDefault(); keep()">
      <app-field label="Name or address" class="host" [refusal]="badHost()">
        <input
          class="box fig"
          name="host"
          autocomplete="off"
          spellcheck="false"
          placeholder="192.168.1.40"
          [value]="host()"
          (input)="host.set($any($event.target).value)"
        />
      </app-field>
      <app-field label="Port" class="port" [refusal]="badPort()">
        <input class="box fig" name="port" inputmode="numeric" [value]="port()" (input)="port.set($any($event.target).value)" />
      </app-field>
      <button class="chip" type="button" [disabled]="trying()" (click)="tryIt()">{{ trying() ? 'Trying …' : 'Try it' }}</button>
      <button class="chip" type="submit">Keep</button>
      @if (instrument().link) {
        <button class="chip" type="button" (click)="unlink()">Unlink</button>
      }
      <button class="chip" type="button" (click)="closed.emit()">Close</button>
    </form>
    <div aria-live="polite">
      @if (wrong()) {
        <p class="wrong" data-wrong>{{ wrong() }}</p>
      } @else if (said()) {
        <p data-said>
          It answers: <b>{{ said() }}</b>
        </p>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
      margin-top: 16px;
    }
    h2 {
      font: var(--mat-sys-title-medium);
      font-stretch: var(--ar-stretch-text);
    }
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: flex-end;
      gap: 8px 12px;
      margin: 12px 0 8px;
    }
    .host {
      width: 280px;
    }
    .port {
      width: 110px;
    }
  `,
  host: { class: 'panel' },
})
export class LinkPanel {
  readonly instrument = input.required<Instrument>();
  readonly closed = output();
  private readonly changes = inject(ShopChanges);
  private readonly link = inject(InstrumentLink);
  protected readonly usual = usualPort;
  private readonly source = computed(() => this.instrument().id);
  protected readonly host = linkedSignal({ source: this.source, computation: () => this.instrument().link?.host ?? '' });
  protected readonly port = linkedSignal({ source: this.source, computation: () => String(this.instrument().link?.port ?? usualPort) });
  protected readonly trying = signal(false);
  protected readonly said = signal('');
  protected readonly badHost = signal('');
  protected readonly badPort = signal('');
  protected readonly wrong = signal('');

  private address(): InstrumentAddress | undefined {
    this.said.set('');
    const address = linkSchema.safeParse({ host: this.host().trim(), port: Number(this.port()) });
    const refused = (field: string): boolean => address.error?.issues.some(({ path }) => path[0] === field) ?? false;
    this.wrong.set('');
    this.badHost.set(refused('host') ? 'Give its name or its address, such as meter.local or 192.168.1.40.' : '');
    this.badPort.set(refused('port') ? 'The port is a whole number from 1 to 65535, nearly always 5025.' : '');
    return address.data;
  }

  protected async tryIt(): Promise<void> {
    const address = this.address();
    if (address) await this.answers(address);
  }

  /** Whether something answers there; what it says, or why not, is shown. */
  private async answers(address: InstrumentAddress): Promise<boolean> {
    this.trying.set(true);
    try {
      this.said.set(await this.link.identify(this.instrument().id, address));
      return true;
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      this.wrong.set(`${error.message} ${error.remedy}`);
      return false;
    } finally {
      this.trying.set(false);
    }
  }

  /** Keeps the address. It is read only after it has answered once on this machine. */
  protected async keep(): Promise<void> {
    const address = this.address();
    if (!address) return;
    const answered = await this.answers(address);
    await this.changes.linkInstrument(this.instrument().id, address);
    if (answered) {
      await this.link.confirm(address);
      return this.closed.emit();
    }
    this.wrong.update((why) => `${why} The address is kept, but not read until it has answered: press Keep again when it is on.`);
  }

  protected async unlink(): Promise<void> {
    await this.changes.linkInstrument(this.instrument().id, undefined);
    this.closed.emit();
  }
}
