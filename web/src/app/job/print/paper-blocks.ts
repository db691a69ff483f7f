import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { signaturePath, type PaperBlock } from '@amber-relay/core/paper';
import { DrawingView } from './drawing-view';
import { PaperTableView } from './paper-table';

/** The pieces of a paper one after the other. */
@Component({
  selector: 'app-paper-blocks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrawingView, PaperTableView],
  templateUrl: './paper-blocks.html',
  styleUrl: './paper-blocks.scss',
})
export class PaperBlocks {
  readonly blocks = input.required<readonly PaperBlock[]>();
  /** Addresses of the pictures by the id of their attachment; one that is missing is not shown. */
  readonly images = input<Readonly<Record<string, string>>>({});
  protected readonly pathOf = signaturePath;
}
