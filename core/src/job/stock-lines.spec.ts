import { writeCsv } from '../csv/write-csv';
import { readStockLines, stockColumns, stockRow } from './stock-lines';

describe('a stock list', () => {
  it('is read as it comes from a spreadsheet', () =>
    expect(readStockLines('220 µF 25 V\telectrolytic\t14\t0.35\tB2\tNorthwick\n47 kΩ 2 W\tresistor\t9')).toEqual({
      items: [
        { part: '220 µF 25 V', kind: 'electrolytic', quantity: 14, priceMinor: 35, drawer: 'B2', supplier: 'Northwick' },
        { part: '47 kΩ 2 W', kind: 'resistor', quantity: 9, priceMinor: 0, drawer: '', supplier: '' },
      ],
      problems: [],
    }));
  it('is read in another order where the first line names the columns', () =>
    expect(readStockLines('Drawer;Description;Qty;Price\nB2;"cap; 220u";3;Mk 0,35').items).toEqual([
      { part: 'cap; 220u', kind: '', quantity: 3, priceMinor: 35, drawer: 'B2', supplier: '' },
    ]));
  it('tells each line that cannot be read, and keeps the others', () =>
    expect(readStockLines('a,k,two\n,k,2\nb,k,1,dear\nc,k,-1\n\nd')).toEqual({
      items: [{ part: 'd', kind: '', quantity: 0, priceMinor: 0, drawer: '', supplier: '' }],
      problems: [
        { line: 1, message: '"two" is not how many: give a whole number.' },
        { line: 2, message: 'Which part? The line has no name.' },
        { line: 3, message: '"dear" is not a price: write it like 0.40.' },
        { line: 4, message: '"-1" is not how many: give a whole number.' },
      ],
    }));
  it('comes back from the CSV that is written of it', () => {
    const item = { id: 'x', part: '=cap, "odd"', kind: 'k', quantity: 3, priceMinor: 1205, drawer: 'B;2', supplier: 'N' };
    const { id: _, ...line } = item;
    const read = readStockLines(writeCsv([...stockColumns], [stockRow(item)]));
    expect(read.items).toEqual([line]);
    expect(read.problems).toEqual([]);
  });
});
