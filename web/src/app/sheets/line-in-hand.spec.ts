import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatSnackBar } from '@angular/material/snack-bar';
import { readCard } from '@amber-relay/core/card';
import { sheetSchema, type Sheet } from '@amber-relay/core/sheets';
import type { CardNet } from '@amber-relay/core/nets';
import { Subject } from 'rxjs';
import { BenchDatabase } from '../storage/bench-database';
import { SheetRepository } from '../storage/sheet-repository';
import { pocketCard, shopOfOne } from '../testing/shop-of-one';
import { still } from '../testing/still';
import { CardSheets } from './card-sheets';
import { LineInHand } from './line-in-hand';
import { SheetLines } from './sheet-lines';

const fileId = '00000000-0000-4000-8000-0000000000f1';
const id = (n: number): string => `00000000-0000-4000-8000-00000000000${n}`;
const sheet = (n: number, kind: Sheet['kind']): Sheet =>
  sheetSchema.parse({ id: id(n), cardId: 'pocket', fileId, page: n, order: n, title: kind, kind, width: 900, height: 600, read: 'done' });

/** A net over two sheets, in doubt on both. */
const net: CardNet = {
  id: 1,
  name: 'AGC',
  labels: ['AGC'],
  ground: false,
  lies: [
    { sheetId: id(1), net: 1 },
    { sheetId: id(2), net: 4 },
  ],
  pins: [],
  doubts: [1, 2].map((n) => ({ sheetId: id(n), at: [10 * n, 5], joined: n === 1 }) as unknown as CardNet['doubts'][number]),
};
const nets = {
  at: (sheetId: string, [x]: readonly [number, number]) => (x < 100 && sheetId !== id(3) ? net : undefined),
  linesOn: (_: CardNet, sheetId: string) => (sheetId === id(2) ? [[0, 0, 20, 10]] : []),
};

@Component({
  selector: 'app-line-host',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '',
  providers: [
    CardSheets,
    LineInHand,
    { provide: SheetLines, useValue: { nets: signal(nets), read: () => Promise.resolve(), saidOf: () => 'No lines here.' } },
  ],
})
class LineHost {
  readonly sheets = inject(CardSheets);
  readonly line = inject(LineInHand);
}

describe('the line in hand', () => {
  let drop: () => Promise<void>;
  let line: LineInHand;
  let undo: Subject<void>;
  const settled = async (n: number) => (await TestBed.inject(BenchDatabase).places.get(id(n)))?.settled;

  beforeEach(async () => {
    drop = await shopOfOne();
    undo = new Subject();
    spyOn(TestBed.inject(MatSnackBar), 'open').and.returnValue({ onAction: () => undo } as never);
    await TestBed.inject(SheetRepository).add({ id: fileId, cardId: 'pocket', name: 'a.pdf', type: 'pdf', size: 5 }, new Blob(['%PDF-']), [
      sheet(1, 'schematic'),
      sheet(2, 'schematic'),
      sheet(3, 'board-top'),
    ]);
    const fixture = TestBed.createComponent(LineHost);
    fixture.componentInstance.sheets.card.set(readCard(structuredClone(pocketCard)));
    await still(fixture);
    line = fixture.componentInstance.line;
  });
  afterEach(() => drop());

  it('stays in hand on a press where no lines are drawn, and is let go where there is none', async () => {
    expect(await line.find(sheet(1, 'schematic'), [10, 5])).toBe(net);
    line.take(sheet(1, 'schematic'), [10, 5]);
    expect(await line.find(sheet(3, 'board-top'), [10, 5])).toBeUndefined();
    expect(line.net()).toBe(net);
    expect(await line.find(sheet(1, 'schematic'), [500, 5])).toBeUndefined();
    expect(line.net()).toBeUndefined();
    expect(line.says()).toBe('No lines here.');
  });

  it('is taken at the first sheet on which it lies', () => {
    expect(line.takeNet(net)?.id).toBe(id(2));
    expect(line.net()).toBe(net);
  });

  it('is right as shown on all its sheets at once, and in doubt on all of them again when that is undone', async () => {
    line.take(sheet(1, 'schematic'), [10, 5]);
    await line.settleAsShown();
    expect((await settled(1))?.joins).toEqual([{ x: 10, y: 5, joined: true }]);
    expect((await settled(2))?.joins).toEqual([{ x: 20, y: 5, joined: false }]);
    undo.next();
    // Undone is what was asked for; it is on the disk a little later.
    const left = async (): Promise<number> => ((await settled(1))?.joins.length ?? 9) + ((await settled(2))?.joins.length ?? 9);
    for (let tries = 0; tries < 200 && (await left()) > 0; tries++) await new Promise((done) => setTimeout(done, 20));
    expect(await left()).toBe(0);
  });

  it('goes on where one says, and nothing is changed where no line is', async () => {
    line.take(sheet(1, 'schematic'), [10, 5]);
    line.linking.set(true);
    await line.linkTo(sheet(2, 'schematic'), [500, 5]);
    expect(line.says()).toBe('There is no line; nothing was changed.');
    await line.linkTo(sheet(2, 'schematic'), [30, 5]);
    expect((await settled(1))?.goesOn).toEqual([{ x: 10, y: 5, sheet: id(2), toX: 30, toY: 5 }]);
    expect(line.linking()).toBeFalse();
  });
});
