import fc from 'fast-check';
import Papa from 'papaparse';
import { writeCsv } from './write-csv';

describe('a CSV', () => {
  it('marks text that a spreadsheet would run, and leaves numbers alone', () => {
    expect(writeCsv(['of', 'value'], [{ of: '-R1', value: -3 }])).toBe(`of,value\r\n"'-R1",-3`);
    for (const text of ['=1+1', '+1', '-2+3', '@x', '\tx', '\r=1', '\n=1'])
      expect(Papa.parse<string[]>(writeCsv(['of'], [{ of: text }])).data[1]?.[0]).toBe(`'${text}`);
  });

  it('gives every field back, whatever is in it', () => {
    const law = fc.property(fc.array(fc.string(), { minLength: 1, maxLength: 5 }), (texts) => {
      const read = Papa.parse<string[]>(
        writeCsv(
          ['of', 'n'],
          texts.map((of, n) => ({ of, n })),
        ),
      ).data;
      return texts.every((text, n) => {
        const [of, number] = read[n + 1] ?? [];
        return (of === text || of === `'${text}`) && number === String(n);
      });
    });
    expect(() => fc.assert(law)).not.toThrow();
  });
});
