import { planDay } from '@amber-relay/core/day';
import { calendarFile } from './calendar-file';

const at = (day: number, hour: number): number => new Date(2026, 1, day, hour).getTime();
const week = [0, 1, 2, 3, 4, 5, 6].map((day) => (day === 0 || day === 6 ? [] : ([[540, 1050]] as const)));
const people = [{ name: 'Runa', hours: { week, off: [] } }];
const jobId = '11111111-1111-4111-8111-111111111111';

describe('the calendar file', () => {
  const plan = planDay({
    nowMs: at(9, 9),
    people,
    jobs: [
      {
        id: jobId,
        number: 417,
        bookedInAt: new Date(at(2, 9)).toISOString(),
        promisedOn: '2026-02-11',
        summary: {
          stage: 'test',
          waits: 'nothing',
          waitText: '',
          finished: false,
          open: ['test', 'soak', 'hand-back'],
          entries: 3,
          lastAt: new Date(at(3, 9)).toISOString(),
        },
      },
    ],
    history: [],
    wishes: [],
  });
  const lines = [
    {
      row: { id: jobId, number: 417, complaint: 'No receive; "dead", he says' },
      set: { maker: 'Oxbrae', model: 'Wren' },
      customer: { name: 'Marrow' },
    },
  ];
  const file = calendarFile(plan, people, lines as never, 'My workshop');
  // Lines are folded at 75 bytes.
  const text = file.replaceAll('\r\n ', '');

  it('holds the work in its hours, the soak beside it, and the promise', () => {
    expect(text).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2.0\r\n/);
    expect(text.match(/BEGIN:VEVENT/g)?.length).toBe(4);
    expect(text).toContain('SUMMARY:417: test to soak');
    expect(text).toContain('SUMMARY:417: soaks');
    expect(text).toContain('SUMMARY:417 promised: Oxbrae Wren');
    expect(text).toContain('DTSTART;VALUE=DATE:20260211');
    expect(text).toContain(`DTSTART:${new Date(plan.blocks[0]?.fromMs ?? 0).toISOString().replace(/[-:]|\.\d+/g, '')}`);
  });
  it('escapes what calendars read as their own signs', () => expect(text).toContain('No receive\\; "dead"\\, he says'));
  it('gives the same ids from plan to plan', () => {
    const ids = (of: string): readonly string[] => of.match(/UID:.*/g) ?? [];
    expect(new Set(ids(text)).size).toBe(4);
    expect(ids(calendarFile({ ...plan, nowMs: at(9, 10) }, people, lines as never, 'My workshop').replaceAll('\r\n ', ''))).toEqual([
      ...ids(text),
    ]);
  });
});
