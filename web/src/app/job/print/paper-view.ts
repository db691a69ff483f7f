import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Paper } from '@amber-relay/core/paper';
import { PaperBlocks } from './paper-blocks';

/** A paper on the screen and in print. */
@Component({
  selector: 'app-paper-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PaperBlocks],
  templateUrl: './paper-view.html',
  styleUrl: './paper-view.scss',
})
export class PaperView {
  readonly paper = input.required<Paper>();
  /** Addresses of the pictures by the id of their attachment. */
  readonly images = input<Readonly<Record<string, string>>>({});
}
