// `npm run -s sums -- list | describe [ID] | run ID JSON | batch`: every sum on the command line, JSON in and JSON out.
// `run sinad --wav FILE` and `run iq-analyse --iq FILE` read recordings of any length.
import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import { createInterface } from 'node:readline';
import * as z from 'zod';
import { CoreError } from '../core/src/errors';
import { decodeFrames, iqOf, readWavHeader, sinadOf, wavHeaderBytes, type Recording, type WavFormat } from '../core/src/signal';
import { allSums, answer, iqOutput, iqSteps, sinadOutput, sinadSteps, stepText, sumById, type PlusMinus, type Sum } from '../core/src/sums';

const usage = `npm run -s sums -- list
npm run -s sums -- describe [ID]
npm run -s sums -- run ID '{"field": value}' [--plus-minus '{"field": value}']
npm run -s sums -- run sinad --wav FILE [--tone HZ]
npm run -s sums -- run iq-analyse --iq FILE
npm run -s sums -- batch      one {"id", "input"} a line on standard input`;

/** Frames read at a time: a few megabytes, whatever the file. */
const framesAtOnce = 1 << 18;

const unreadable = (path: string, message: string, remedy: string): never => {
  throw new CoreError('unreadable', path, message, remedy);
};

const known = (id: string | undefined): Sum =>
  (id === undefined ? undefined : sumById(id)) ??
  unreadable('id', `There is no sum ${id ?? 'without a name'}.`, 'See the list: npm run -s sums -- list');

function json(text: string, path: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch (error) {
    return unreadable(path, `This is not JSON: ${(error as Error).message}.`, 'Put names and texts in double quotes.');
  }
}

/** A WAV file as a recording, read in pieces. */
function wavFile(file: string): { recording: Recording; format: WavFormat } {
  let handle: number;
  try {
    handle = openSync(file, 'r');
  } catch {
    return unreadable('file', `${file} cannot be opened.`, 'Look at its name and its permissions.');
  }
  const size = fstatSync(handle).size;
  closeSync(handle);
  const read = (from: number, bytes: number, fd: number): Uint8Array => {
    const buffer = new Uint8Array(bytes);
    return buffer.subarray(0, readSync(fd, buffer, 0, bytes, from));
  };
  const withFile = <T>(act: (fd: number) => T): T => {
    const fd = openSync(file, 'r');
    try {
      return act(fd);
    } finally {
      closeSync(fd);
    }
  };
  const format = withFile((fd) => readWavHeader(read(0, Math.min(size, wavHeaderBytes), fd), size));
  function* pieces(): Generator<Float32Array[]> {
    const fd = openSync(file, 'r');
    try {
      for (let done = 0; done < format.frames; done += framesAtOnce) {
        const frames = Math.min(framesAtOnce, format.frames - done);
        yield decodeFrames(read(format.dataAt + done * format.frameBytes, frames * format.frameBytes, fd), format);
      }
    } finally {
      closeSync(fd);
    }
  }
  return { recording: { sampleRateHz: format.sampleRateHz, frames: format.frames, pieces }, format };
}

async function runFile(id: string, kind: string, file: string, toneHz: number | undefined): Promise<Record<string, unknown>> {
  const { recording, format } = wavFile(file);
  if (id === 'sinad' && kind === '--wav') {
    const reading = (await sinadOf(recording, toneHz)) ?? unreadable('file', 'There is nothing but silence.', 'Record with the tone on.');
    return { ...sinadOutput(reading), working: sinadSteps(reading, format.sampleRateHz).map(stepText) };
  }
  if (id === 'iq-analyse' && kind === '--iq') {
    if (format.channels !== 2)
      unreadable('file', `The file has ${format.channels} channel(s), not I and Q.`, 'Record I and Q as the two channels of a WAV file.');
    const reading = await iqOf(recording);
    return { ...iqOutput(reading), working: iqSteps(reading).map(stepText) };
  }
  return unreadable('file', `${id} takes no ${kind} file.`, 'sinad takes --wav, iq-analyse takes --iq.');
}

function description(sum: Sum): Record<string, unknown> {
  const { id, title, topic, purpose, keywords, source, example, ways = [] } = sum;
  const schema = (of: z.ZodType, io: 'input' | 'output'): unknown => z.toJSONSchema(of, { io, unrepresentable: 'any' });
  const [input, output] = [schema(sum.input, 'input'), schema(sum.output, 'output')];
  return { id, title, topic, purpose, keywords, source, ways, input, output, example };
}

const print = (line: string): void => void process.stdout.write(`${line}\n`);
const told = (error: unknown): { field: string; message: string } => {
  if (error instanceof CoreError) return { field: error.path, message: `${error.message} ${error.remedy}` };
  throw error;
};

async function batch(): Promise<void> {
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    if (line.trim() === '') continue;
    try {
      const { id, input, plusMinus } = json(line, 'line') as { id?: string; input?: unknown; plusMinus?: PlusMinus };
      print(JSON.stringify({ ok: true, output: answer(known(id), input ?? {}, plusMinus) }));
    } catch (error) {
      print(JSON.stringify({ ok: false, error: told(error) }));
    }
  }
}

async function main([command, id, ...rest]: string[]): Promise<void> {
  const option = (name: string): string | undefined => {
    const at = rest.indexOf(name);
    return at < 0 ? undefined : rest[at + 1];
  };
  switch (command) {
    case 'list':
      return allSums.forEach((sum) => print(`${sum.id.padEnd(24)}${sum.title}: ${sum.purpose}`));
    case 'describe':
      return print(JSON.stringify(id === undefined ? allSums.map(description) : description(known(id)), null, 2));
    case 'run': {
      const sum = known(id);
      for (const kind of ['--wav', '--iq']) {
        const file = option(kind);
        const tone = option('--tone');
        if (file !== undefined)
          return print(JSON.stringify(await runFile(sum.id, kind, file, tone === undefined ? undefined : Number(tone)), null, 2));
      }
      const plusMinus = option('--plus-minus');
      const text = rest[0] ?? unreadable('input', 'The input is missing.', `For instance: ${JSON.stringify(sum.example).slice(0, 200)}`);
      return print(
        JSON.stringify(
          answer(sum, json(text, 'input'), plusMinus === undefined ? undefined : (json(plusMinus, 'plus-minus') as PlusMinus)),
          null,
          2,
        ),
      );
    }
    case 'batch':
      return batch();
    default:
      process.stderr.write(`${usage}\n`);
      process.exitCode = 2;
  }
}

main(process.argv.slice(2)).catch((error: unknown) => {
  const { field, message } = told(error);
  process.stderr.write(`${field ? `${field}: ` : ''}${message}\n`);
  process.exitCode = 2;
});
