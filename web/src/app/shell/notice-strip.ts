import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Notices, type Notice } from '../ui/notices';

/** The notices, one under the other, above the work. */
@Component({
  selector: 'app-notice-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (notice of notices.all(); track notice.name) {
      <div class="notice" [class.urgent]="notice.urgent" [attr.role]="notice.urgent ? 'alert' : 'status'">
        <p>{{ notice.text }}</p>
        @if (notice.act; as act) {
          <button class="chip" (click)="act.run()">{{ act.label }}</button>
        }
        <button class="chip" (click)="leave(notice)">{{ notice.leave?.label ?? 'Close' }}</button>
      </div>
    }
  `,
  styles: `
    .notice {
      display: flex;
      align-items: center;
      gap: 12px;
      padding: 6px 16px;
      background: var(--mat-sys-surface-container-high);
      border-bottom: 1px solid var(--mat-sys-outline-variant);
    }
    .urgent {
      border-left: 8px solid var(--ar-attention-fill);
    }
    p {
      flex: 1;
      margin: 0;
      font: var(--mat-sys-body-large);
      font-stretch: var(--ar-stretch-text);
    }
  `,
})
export class NoticeStrip {
  protected readonly notices = inject(Notices);

  protected leave({ name, leave }: Notice): void {
    this.notices.end(name);
    leave?.run();
  }
}
