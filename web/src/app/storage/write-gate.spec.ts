import { CoreError } from '@amber-relay/core/errors';
import { Dexie } from 'dexie';
import { noRoom, notKeptText, refusalOf, wasTold, WriteGate } from './write-gate';
import { isOfTheStore, troubleOf } from './store-trouble';

const dexie = (name: string, message = '', inner?: Error): Error => {
  const made = Dexie as unknown as Readonly<Record<string, new (message: string, inner?: Error) => Error>>;
  return new made[name]!(message, inner);
};

describe('a refused write', () => {
  it('is a full disk, whichever way the browser says so', () => {
    const full = [
      new DOMException('x', 'QuotaExceededError'),
      dexie('AbortError', 'x', new DOMException('y', 'QuotaExceededError')),
      dexie('UnknownError', 'Connection is closing because of: IO error: FILE_ERROR_NO_SPACE'),
    ];
    for (const error of full) expect(refusalOf(error)?.code).toBe('no-room');
  });

  it('is told in plain words, never in those of the store', () => {
    for (const name of ['DatabaseClosedError', 'InvalidStateError', 'UnknownError', 'TimeoutError', 'AbortError']) {
      const refusal = refusalOf(dexie(name, 'Internal error opening backing store'));
      expect(refusal?.code).toBe('not-kept');
      expect(`${refusal?.message} ${refusal?.remedy}`).not.toMatch(/backing|Error|database/i);
    }
  });

  it('is told once, and passes on what a form has to say itself', () => {
    const gate = new WriteGate();
    const told: CoreError[] = [];
    gate.refused.subscribe((refusal) => told.push(refusal));
    const wrong = new CoreError('out-of-range', 'strike', 'It is struck already.', 'Leave it.');
    expect(gate.refuse(wrong)).toBe(wrong);
    expect(told).toEqual([]);
    const refusal = gate.refuse(dexie('UnknownError'));
    expect(wasTold(refusal)).toBeTrue();
    expect(wasTold(noRoom())).toBeTrue();
    expect(wasTold(wrong)).toBeFalse();
    expect(told.length).toBe(1);
    expect(gate.refuse(new TypeError('a slip of ours'))).toBeInstanceOf(TypeError);
  });

  it('never shows what a checker wrote', () => {
    expect(notKeptText(new Error('[{"code":"invalid_type"}]'))).not.toContain('invalid_type');
    expect(notKeptText(new CoreError('out-of-range', 'x', 'It is struck already.', 'Leave it.'))).toBe(
      'Not kept: It is struck already. Leave it.',
    );
  });
});

describe('what is wrong with the store', () => {
  for (const [error, kind] of [
    [dexie('OpenFailedError', 'x', new DOMException('y', 'SecurityError')), 'denied'],
    [dexie('MissingAPIError'), 'denied'],
    [dexie('VersionError'), 'newer'],
    [dexie('UnknownError', 'Internal error opening backing store'), 'failing'],
    [undefined, 'failing'],
  ] as const)
    it(`is "${kind}" for ${String(error?.name)}`, () => expect(troubleOf(error)).toBe(kind));

  it('is not what is wrong with a question', () => {
    expect(isOfTheStore(dexie('DatabaseClosedError'))).toBeTrue();
    expect(isOfTheStore(dexie('ConstraintError'))).toBeFalse();
    expect(isOfTheStore(new TypeError('x'))).toBeFalse();
  });
});
