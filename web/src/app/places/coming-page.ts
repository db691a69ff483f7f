import { ChangeDetectionStrategy, Component } from '@angular/core';

/** Practice: says what will stand here. */
@Component({
  selector: 'app-practice-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="page">
    <header><h1>Practice</h1></header>
    <p class="panel">Coming: sets with a hidden fault to trace, answered by a simulated bench.</p>
  </div>`,
})
export class PracticePage {}
