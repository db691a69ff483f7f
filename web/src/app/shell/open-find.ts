import type { Injector } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Find } from './find';

/** Opens Find, unless it is open already. */
export function openFind(injector: Injector): void {
  const dialog = injector.get(MatDialog);
  if (dialog.openDialogs.length) return;
  dialog.open(Find, { width: '720px', maxWidth: '92vw', position: { top: '72px' }, ariaLabel: 'Find' });
}
