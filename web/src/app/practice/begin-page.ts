import { ChangeDetectionStrategy, Component, inject, input, type OnInit, signal } from '@angular/core';
import { Router } from '@angular/router';
import { CoreError } from '@amber-relay/core/errors';
import { helps, type Help } from '@amber-relay/core/practice';
import { BeginCase } from './begin-case';

/** Lays a case on the practice bench and goes to it; says why where there is none. */
@Component({
  selector: 'app-begin-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="page">
    @if (failure(); as f) {
      <h1>No case</h1>
      <p class="attention" role="alert">{{ f.message }} {{ f.remedy }}</p>
      <p><a href="/practice">Back to Practice</a></p>
    } @else {
      <p class="quiet">The set is being brought in.</p>
    }
  </div>`,
})
export class BeginPage implements OnInit {
  readonly code = input<string>();
  readonly told = input<string>();
  readonly lesson = input<string>();
  readonly help = input<string>();
  private readonly cases = inject(BeginCase);
  private readonly router = inject(Router);
  protected readonly failure = signal<CoreError | null>(null);

  async ngOnInit(): Promise<void> {
    try {
      const help: Help = helps.find((each) => each === this.help()) ?? 'off';
      const id = await this.cases.begin({ code: this.code(), told: this.told(), lesson: this.lesson(), help });
      await this.router.navigate(['/job', id, 'book-in'], { replaceUrl: true });
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      this.failure.set(error);
    }
  }
}
