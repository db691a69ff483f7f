import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatTabLink, MatTabNav, MatTabNavPanel } from '@angular/material/tabs';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';

/** Practice: sets with something hidden in them, drills, and how one does. */
@Component({
  selector: 'app-practice-frame',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatTabLink, MatTabNav, MatTabNavPanel, RouterLink, RouterLinkActive, RouterOutlet],
  template: `
    <nav mat-tab-nav-bar mat-stretch-tabs="false" disablePagination [tabPanel]="panel" aria-label="Practice">
      @for (tab of tabs; track tab.path) {
        <a
          mat-tab-link
          [routerLink]="tab.path"
          routerLinkActive
          #at="routerLinkActive"
          [routerLinkActiveOptions]="{ exact: tab.path === '/practice' }"
          [active]="at.isActive"
          >{{ tab.name }}</a
        >
      }
    </nav>
    <mat-tab-nav-panel #panel><router-outlet /></mat-tab-nav-panel>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      height: 100%;
      min-height: 0;
    }
    nav {
      flex: none;
      padding: 0 8px;
    }
    mat-tab-nav-panel {
      flex: 1;
      min-height: 0;
    }
  `,
})
export class PracticeFrame {
  protected readonly tabs = [
    { path: '/practice', name: 'Cases' },
    { path: '/practice/stories', name: 'Stories' },
    { path: '/practice/lessons', name: 'Lessons' },
    { path: '/practice/drills', name: 'Drills' },
    { path: '/practice/progress', name: 'Progress' },
  ];
}
