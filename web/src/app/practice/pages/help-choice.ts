import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { Help } from '@amber-relay/core/practice';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { HelpMemory } from '../help-memory';

/** How much Trace is to say in the next case. */
@Component({
  selector: 'app-help-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice],
  template: `<app-choice label="How much Trace says" [options]="options" [value]="memory.help()" (valueChange)="memory.set($event)" />`,
})
export class HelpChoice {
  protected readonly memory = inject(HelpMemory);
  protected readonly options: readonly ChoiceOption<Help>[] = [
    { value: 'off', name: 'Trace off' },
    { value: 'hints', name: 'Hints' },
    { value: 'on', name: 'Trace on' },
  ];
}
