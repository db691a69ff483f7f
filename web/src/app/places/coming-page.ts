import { ChangeDetectionStrategy, Component } from '@angular/core';

/** Sums: says what will stand here. */
@Component({
  selector: 'app-sums-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="page">
    <header><h1>Sums</h1></header>
    <p class="panel">
      Coming: every bench calculation with its working, found by typing what you want to know, such as pad, soak or microvolts.
    </p>
  </div>`,
})
export class SumsPage {}

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
