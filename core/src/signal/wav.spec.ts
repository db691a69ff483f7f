import { CoreError } from '../errors';
import { decodeFrames, readWavHeader, writeWav } from './wav';

type Chunk = readonly [name: string, body: readonly number[], claimed?: number];
const word = (value: number, bytes: number): number[] => Array.from({ length: bytes }, (_, k) => Math.floor(value / 256 ** k) % 256);
const letters = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0));

/** A file of these chunks; a chunk may claim another length than it has. */
const fileOf = (chunks: readonly Chunk[], container = 'RIFF'): Uint8Array =>
  Uint8Array.from([
    ...letters(container),
    ...word(0, 4),
    ...letters('WAVE'),
    ...chunks.flatMap(([name, body, claimed]) => [...letters(name), ...word(claimed ?? body.length, 4), ...body]),
  ]);
/** The description of samples: kind, channels, rate, bits. */
const description = (kind = 1, channels = 1, rate = 8000, bits = 16): number[] => [
  ...word(kind, 2),
  ...word(channels, 2),
  ...word(rate, 4),
  ...word((rate * channels * bits) / 8, 4),
  ...word((channels * bits) / 8, 2),
  ...word(bits, 2),
];
const four = [1, 2, 3, 4];
const read = (bytes: Uint8Array, size = bytes.length): ReturnType<typeof readWavHeader> => readWavHeader(bytes, size);
const refusal = (bytes: Uint8Array, size?: number): string => {
  try {
    read(bytes, size);
    return 'read';
  } catch (error) {
    return error instanceof CoreError && error.code === 'unreadable' ? error.message : String(error);
  }
};

describe('the head of a WAV file', () => {
  it('tells all there is to know of the samples', () =>
    expect(
      read(
        fileOf([
          ['fmt ', description(1, 2, 44_100, 24)],
          ['data', Array.from({ length: 20 }, (_, k) => k)],
        ]),
      ),
    ).toEqual({
      sampleRateHz: 44_100,
      channels: 2,
      bits: 24,
      float: false,
      frameBytes: 6,
      dataAt: 44,
      dataBytes: 18,
      frames: 3,
      cutShort: false,
    }));
  it('is found behind other chunks, a byte being put after those of odd length', () => {
    const bytes = fileOf([
      ['LIST', [7, 7, 7, 0], 3],
      ['fmt ', description()],
      ['cue ', [9, 9]],
      ['data', four],
    ]);
    expect(read(bytes)).toEqual(jasmine.objectContaining({ dataAt: bytes.length - 4, frames: 2 }));
  });
  it('may be the extended one, which names the kind further on', () => {
    const extended = (kind: number): number[] => [
      ...description(0xfffe, 1, 8000, 32),
      ...word(22, 2),
      ...word(32, 2),
      ...word(4, 4),
      ...word(kind, 2),
      ...word(0, 14),
    ];
    expect(extended(3).length).toBe(40);
    expect(
      read(
        fileOf([
          ['fmt ', extended(3)],
          ['data', four],
        ]),
      ),
    ).toEqual(jasmine.objectContaining({ float: true, bits: 32, frames: 1 }));
    expect(
      read(
        fileOf([
          ['fmt ', extended(1)],
          ['data', four],
        ]),
      ).float,
    ).toBeFalse();
    // Cut off before it is named, or too short to name it.
    expect(refusal(fileOf([['fmt ', extended(3)]]).subarray(0, 12 + 8 + 25))).toContain('code 65534');
    expect(
      refusal(
        fileOf([
          ['fmt ', extended(3).slice(0, 38)],
          ['data', four],
        ]),
      ),
    ).toContain('code 65534');
  });
  it('claims nothing while it is being written, or too much: then the samples end with the file', () => {
    for (const claimed of [0, 0xffffffff, 400])
      expect(
        read(
          fileOf([
            ['fmt ', description()],
            ['data', four, claimed],
          ]),
        ).frames,
      ).toBe(2);
    expect(
      read(
        fileOf([
          ['fmt ', description()],
          ['data', four, 2],
        ]),
      ).frames,
    ).toBe(1);
    const isCut = (claimed: number): boolean =>
      read(
        fileOf([
          ['fmt ', description()],
          ['data', four, claimed],
        ]),
      ).cutShort;
    // One that says nothing of its length is not said to be cut short.
    expect([0, 0xffffffff, 400, 2].map(isCut)).toEqual([false, false, true, false]);
    // Only the head is at hand; the file goes on.
    expect(
      read(
        fileOf([
          ['fmt ', description()],
          ['data', four, 400],
        ]),
        144,
      ).frames,
    ).toBe(50);
  });
  it('of a file above 4 GB says the length beside the samples', () => {
    const long = (claimed: number, size = 1e13): ReturnType<typeof readWavHeader> =>
      read(
        fileOf(
          [
            ['ds64', [...word(0, 8), ...word(6_000_000_000, 8), ...word(0, 12)]],
            ['fmt ', description()],
            ['data', four, claimed],
          ],
          'RF64',
        ),
        size,
      );
    expect(long(0xffffffff).frames).toBe(3_000_000_000);
    expect(long(4).frames).toBe(2);
    expect(
      read(
        fileOf(
          [
            ['fmt ', description()],
            ['data', four, 0xffffffff],
          ],
          'RF64',
        ),
        1044,
      ).frames,
    ).toBe(500);
  });

  const sound: readonly Chunk[] = [
    ['fmt ', description()],
    ['data', four],
  ];
  it('is refused by what is wrong with it', () => {
    expect(refusal(fileOf(sound))).toBe('read');
    expect(refusal(fileOf(sound, 'RIFX'))).toBe('This is not a WAV file.');
    expect(refusal(Uint8Array.from([...letters('RIFF'), ...word(0, 4), ...letters('AVI '), ...fileOf(sound).subarray(12)]))).toBe(
      'This is not a WAV file.',
    );
    expect(
      refusal(
        fileOf([
          ['fmt ', description().slice(0, 14)],
          ['data', four],
        ]),
      ),
    ).toBe('The description of the samples is cut short.');
    expect(refusal(fileOf([['fmt ', description()]]).subarray(0, 34))).toBe('The description of the samples is cut short.');
    expect(
      refusal(
        fileOf([
          ['fmt ', description(2)],
          ['data', four],
        ]),
      ),
    ).toBe('The samples are coded in a way that is not read here (code 2).');
    expect(
      refusal(
        fileOf([
          ['data', four],
          ['fmt ', description()],
        ]),
      ),
    ).toBe('The samples come before their description.');
    expect(refusal(fileOf([['fmt ', description()]]))).toBe('The file has no samples, or too much stands before them.');
    expect(
      refusal(
        fileOf([
          ['fmt ', description()],
          ['data', [1]],
        ]),
      ),
    ).toBe('The file holds no samples.');
    expect(
      refusal(
        fileOf([
          ['fmt ', description(1, 1, 1_000_000, 8)],
          ['data', four, 0],
        ]),
        2e12,
      ),
    ).toBe('The recording is too long to be gone through.');
  });
  it('takes the samples that are read here, and no others', () => {
    const taken = (kind: number, bits: number): boolean =>
      refusal(
        fileOf([
          ['fmt ', description(kind, 1, 8000, bits)],
          ['data', [...four, ...four]],
        ]),
      ) === 'read';
    expect([8, 12, 16, 20, 24, 32, 64].filter((bits) => taken(1, bits))).toEqual([8, 16, 24, 32]);
    expect([8, 16, 24, 32, 64].filter((bits) => taken(3, bits))).toEqual([32, 64]);
  });
  it('takes 1 to 64 channels at 100 Hz to 100 MHz', () => {
    const taken = (channels: number, rate: number): boolean =>
      refusal(
        fileOf([
          ['fmt ', description(1, channels, rate, 8)],
          ['data', new Array<number>(70).fill(0)],
        ]),
      ) === 'read';
    expect([0, 1, 64, 65].filter((channels) => taken(channels, 8000))).toEqual([1, 64]);
    expect([99, 100, 100_000_000, 100_000_001].filter((rate) => taken(1, rate))).toEqual([100, 100_000_000]);
  });
});

describe('the samples of a WAV file', () => {
  it('lose what is left of a frame', () => {
    const format = read(
      fileOf([
        ['fmt ', description(1, 2)],
        ['data', [...four, ...four, 9]],
      ]),
    );
    expect(format.frames).toBe(2);
    expect(decodeFrames(Uint8Array.from([...four, ...four, 9]), format).map((channel) => channel.length)).toEqual([2, 2]);
  });
  it('are held to full scale when they are written', () => {
    const bytes = writeWav([[2, -2, 0.5]], 8000);
    expect([...new Int16Array(bytes.slice(44).buffer)]).toEqual([32767, -32768, 16384]);
    expect([...new Float32Array(writeWav([[2, -2]], 8000, 'float32').slice(44).buffer)]).toEqual([2, -2]);
  });
  it('of channels of two lengths go as far as the first, silence standing in', () => {
    expect([...new Int16Array(writeWav([[1, 1, 1], [1]], 8000).slice(44).buffer)]).toEqual([32767, 32767, 32767, 0, 32767, 0]);
    expect(writeWav([], 8000).length).toBe(44);
  });
});
