import { readCard, type Card } from '../card';
import { PlaceIndex, type Sheet, type SheetWord } from '../sheets';
import { divider, dividerWords, down, flag, line, pinsAt, read, svg, unit, word } from '../testing/few-strokes';
import { smallCard } from '../testing/small-card';
import { solve } from '../volts';
import {
  breakOfNet,
  brokenOn,
  CardNets,
  carriesOf,
  chainOfNet,
  easiestPlace,
  elementsFor,
  netlistCsv,
  netOfNode,
  pageWires,
  pdfInk,
  regionAbout,
  svgInk,
  voltsInName,
} from '.';

describe('the lines of a drawing', () => {
  it('end at parts, meet at dots, and cross without meeting', () => {
    const nets = new CardNets([read(divider, dividerWords)]);
    expect(pinsAt(nets, 'R1', '2')).toEqual(['R1 2', 'R2 1']);
    expect(nets.of('R2', '2')?.ground).toBeTrue();
    const crossing = nets.at('one', [250, 60]);
    expect(crossing?.pins).toEqual([]);
    expect(nets.at('one', [260, 100])?.name).toBe('R1 to R2');
    expect(nets.at('one', [500, 300])).toBeUndefined();
    expect(nets.parts.find(({ name }) => name === 'R1')?.texts[0]).toBe('10k');
  });
  it('go on under one name over the sheets, and not under it when one has said so', () => {
    const words = (name: string): SheetWord[] => [word(name, 44, 96), word('R7', 212, 56)];
    const body = line(100, 100, 200, 100) + flag(100, 100) + line(200, 100, 200, 80) + down(200, 40);
    const one = read(body, [word('AGC', 50, 96), word('R1', 212, 56)]);
    const two = read(body, words('AGC'), { id: 'two', order: 2 });
    expect(pinsAt(new CardNets([one, two]), 'R1', '2')).toEqual(['R1 2', 'R7 2']);
    expect(new CardNets([one, two]).of('R7', '2')?.name).toBe('AGC');
    const apart = read(body, words('AGC'), { id: 'two', order: 2, settled: { alone: [{ x: 150, y: 100 }] } });
    expect(pinsAt(new CardNets([one, apart]), 'R1', '2')).toEqual(['R1 2']);
    const other = read(body, words('XYZ'), { id: '22222222-2222-4222-8222-222222222222', order: 2 });
    expect(pinsAt(new CardNets([one, other]), 'R1', '2')).toEqual(['R1 2']);
    const tied = read(body, [word('AGC', 50, 96), word('R1', 212, 56)], {
      settled: { goesOn: [{ x: 150, y: 100, sheet: other.sheet.id, toX: 150, toY: 100 }] },
    });
    expect(pinsAt(new CardNets([tied, other]), 'R1', '2')).toEqual(['R1 2', 'R7 2']);
  });
  it('leave a doubt where one stops short of another, and it is settled by hand', () => {
    const body = line(100, 100, 300, 100) + line(200, 103.2, 200, 140) + down(200, 140) + line(100, 60, 100, 100) + down(100, 20);
    const words = [word('R1', 112, 36), word('R2', 212, 156)];
    const nets = new CardNets([read(body, words)]);
    const [doubt] = nets.of('R1', '2')?.doubts ?? [];
    expect(doubt?.joined).toBeTrue();
    expect(pinsAt(nets, 'R1', '2')).toEqual(['R1 2', 'R2 1']);
    const [x, y] = doubt?.at ?? [0, 0];
    const settled = new CardNets([read(body, words, { settled: { joins: [{ x, y, joined: false }] } })]);
    expect(pinsAt(settled, 'R1', '2')).toEqual(['R1 2']);
    expect(settled.of('R1', '2')?.doubts).toEqual([]);
  });
  it('go over others by a hop, and behind them by a gap', () => {
    const arc = '<path d="M196 100a4 4 0 0 1 8 0" fill="none" stroke="#111"/>';
    const hop =
      line(100, 100, 196, 100) +
      arc +
      line(204, 100, 300, 100) +
      line(200, 60, 200, 140) +
      line(300, 100, 300, 120) +
      down(300, 120) +
      line(100, 80, 100, 100) +
      down(100, 40);
    const words = [word('R1', 112, 56), word('R2', 312, 136)];
    expect(pinsAt(new CardNets([read(hop, words)]), 'R1', '2')).toEqual(['R1 2', 'R2 1']);
    const gap = hop.replace(arc, '');
    expect(pinsAt(new CardNets([read(gap, words)]), 'R1', '2')).toEqual(['R1 2', 'R2 1']);
  });
  it('take the pin that one has corrected', () => {
    const nets = new CardNets([read(divider, dividerWords, { settled: { pins: [{ x: 200, y: 130, name: 'Q7', pin: 'C' }] } })]);
    expect(pinsAt(nets, 'Q7', 'C')).toEqual(['Q7 C', 'R1 2']);
  });
  it('say where they cannot be followed', () => {
    const said = (body: string, words: readonly SheetWord[] = []): string => read(body, words).wires.said;
    expect(said('')).toContain('No lines are drawn');
    expect(said(divider)).toContain('No text can be read');
    expect(said(`<image x="0" y="0" width="590" height="390"/>`)).toContain('is a picture');
    const many = svgInk(svg(line(0, 0, 9, 9).repeat(120_001)));
    expect(many.tooMany).toBeTrue();
    expect(pageWires({ ink: many, words: [], places: [], unit }).said).toContain('more drawn on this page than');
  });
  it('are read alike from the operators of a PDF', () => {
    const numbers = {
      transform: 1,
      setLineWidth: 2,
      constructPath: 3,
      stroke: 4,
      setDash: 5,
      save: 6,
      restore: 7,
      paintImageXObject: 8,
      fill: 9,
      setFillRGBColor: 10,
    };
    const ink = pdfInk(
      {
        fnArray: [6, 1, 2, 3, 7, 5, 3, 10, 3, 8],
        argsArray: [
          null,
          [1, 0, 0, -1, 0, 400],
          [2],
          [4, [Float32Array.of(0, 10, 20, 1, 50, 20)]],
          null,
          [[4, 3], 0],
          [4, [Float32Array.of(0, 0, 0, 1, 9, 9)]],
          ['#ffffff'],
          [9, [Float32Array.of(0, 0, 0, 1, 9, 0, 1, 9, 9)]],
          ['x'],
        ],
      },
      numbers,
      [1, 0, 0, 1, 0, 0],
      600,
      400,
    );
    expect(ink.strokes.length).toBe(2);
    expect(ink.strokes[0]?.points).toEqual([
      [10, 380],
      [50, 380],
    ]);
    expect(ink.strokes[1]?.dashed).toBeTrue();
    expect(ink.pictures.length).toBe(1);
  });
});

describe('what follows from a net', () => {
  const card = (): Card => readCard(structuredClone(smallCard));

  it('is a region that can be reckoned, fed by what its name says', () => {
    const nets = new CardNets([read(divider, dividerWords)]);
    const start = nets.of('R1', '2')!;
    const facts = {
      card: card(),
      condition: {},
      read: new Map<number, number>(),
      said: { volts: new Map<number, number>(), values: new Map<string, string>() },
    };
    const region = regionAbout(nets, start, facts);
    expect(region.feeds.map(({ volt, from }) => [volt, from])).toEqual([[8, 'name']]);
    expect(region.circuit.elements.map((e) => ('ohm' in e && e.kind === 'resistor' ? `${e.name} ${e.ohm}` : e.name))).toEqual([
      '+8V',
      'R1 10000',
      'R2 22000',
    ]);
    // A supply is never taken for the chassis, whichever net comes first: half of 8 V over 10k and 22k stands between them.
    expect(nets.nets[0]?.name).toBe('+8V');
    expect(solve(region.circuit).at(region.nodes.get(start.id) ?? '')).toBeCloseTo(5.5, 2);
    expect([...region.nodes].every(([id, node]) => netOfNode(node) === id)).toBeTrue();
    const said = regionAbout(nets, start, { ...facts, said: { volts: new Map(), values: new Map([['R1', 'no value']]) } });
    expect(said.unread).toEqual(['R1']);
    const other = elementsFor(nets, 'R1', '4k7', facts.card);
    expect(other?.[0]).toEqual(jasmine.objectContaining({ kind: 'resistor', ohm: 4700 }));
    expect(elementsFor(nets, 'R99', '4k7', facts.card)).toBeUndefined();
  });
  it('is a chain, and a list that any table opens', () => {
    const nets = new CardNets([read(divider, dividerWords)]);
    const net = nets.of('R1', '1')!;
    expect(chainOfNet(nets, net, card())).toEqual(jasmine.objectContaining({ name: '+8V', carries: 'supply', stops: [{ name: 'R1' }] }));
    expect(carriesOf(nets.of('R1', '2')!)).toBe('signal');
    expect(netlistCsv(nets, new Set(['R1'])).split('\r\n')[1]).toMatch(/^R1,1,\+8V,\d+,10k$/);
  });
  it('is where it is broken, by readings that differ on one line', () => {
    const nets = new CardNets([read(divider, dividerWords)]);
    const net = nets.of('R1', '2')!;
    const volts = (read: Record<string, number>) => (name: string) => read[name];
    expect(breakOfNet(net, volts({ R1: 5.5, R2: 5.4 }))).toBeUndefined();
    const broken = breakOfNet(net, volts({ R1: 5.5, R2: 0.1 }));
    expect([broken?.good.name, broken?.bad.name]).toEqual(['R1', 'R2']);
    expect(brokenOn(nets, net, broken!, 'one').length).toBeGreaterThan(0);
    expect(brokenOn(nets, net, broken!, 'two')).toEqual([]);
  });
  it('is the place that is easiest to reach', () => {
    const nets = new CardNets([read(divider, dividerWords)]);
    const board = { id: 'b', cardId: 'c', order: 2, kind: 'board-top', title: 'Board' } as unknown as Sheet;
    const places = [{ id: 'b', cardId: 'c', pinned: [], found: [{ name: 'R2', x: 10, y: 10, w: 12, h: 6 }] }];
    const best = easiestPlace(nets.of('R1', '2')!, card(), new PlaceIndex([board], places));
    expect([best?.name, best?.why]).toEqual(['R2', 'a lead, part side, nothing live beside it']);
  });
  it('reads volts in the name of a line', () => {
    expect(['+8 V', '13V8', '-12V', 'AGC', '12', '8 V REGULATOR'].map(voltsInName)).toEqual([8, 13.8, -12, undefined, undefined, 8]);
  });
});
