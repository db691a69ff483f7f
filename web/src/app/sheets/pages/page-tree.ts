/** From so many pages on a list of all of them is too long for a reader that looks at each. */
const many = 48;
const toNode = 4;
/** The end of a file, which holds its table of places and mostly its list of pages too, and the most that is read of either. */
const endBytes = 65_536;
const mostBytes = 1_048_576;

const decoder = new TextDecoder('x-user-defined');
/** A character for each byte, and back. */
const textOf = async (file: Blob, from: number, length: number): Promise<string> =>
  decoder.decode(await file.slice(Math.max(0, from), from + length).arrayBuffer());
const bytesOf = (text: string): Uint8Array<ArrayBuffer> => Uint8Array.from(text, (c) => c.charCodeAt(0) & 0xff);

/**
 * A PDF whose pages stand in one long list, with that list parted into short ones, so that a reader need not look at every page
 * before it can show the first. The file stays as it is: what changes is laid behind it, as an incremental update
 * (ISO 32000-1, 7.5.6, over the page tree of 7.7.3). Any other file, and one that cannot be made out, is given back as it came.
 */
export async function withPartedPages(file: Blob): Promise<Blob> {
  const update = await partedPages(file);
  return update ? new Blob([file, bytesOf(update)], { type: file.type }) : file;
}

async function partedPages(file: Blob): Promise<string | undefined> {
  const end = await textOf(file, file.size - endBytes, endBytes);
  const endsFrom = Math.max(0, file.size - endBytes);
  const table = Number(/startxref\s+(\d+)\s+%%EOF\s*$/.exec(end)?.[1] ?? Number.NaN);
  if (!(table > 0 && table < file.size && file.size - table <= mostBytes)) return undefined;
  const read = (from: number, length: number): Promise<string> =>
    from >= endsFrom ? Promise.resolve(end.slice(from - endsFrom, from - endsFrom + length)) : textOf(file, from, length);

  const section = await read(table, file.size - table);
  const places = placesIn(section);
  const trailer = /trailer\s*<<([\s\S]*)>>\s*startxref/.exec(section)?.[1];
  const size = Number(/\/Size\s+(\d+)/.exec(trailer ?? '')?.[1] ?? Number.NaN);
  if (!places || trailer === undefined || !Number.isInteger(size)) return undefined;

  /** What stands between the words that begin and end an object, where they do. */
  const objectOf = async (ref: string | undefined): Promise<string | undefined> => {
    const [number = '', generation = ''] = ref?.split(/\s+/) ?? [];
    const place = places.get(Number(number));
    const text = place === undefined ? '' : await read(place, mostBytes);
    return new RegExp(`^\\s*${number}\\s+${generation}\\s+obj\\s*<<([\\s\\S]*?)>>\\s*endobj`).exec(text)?.[1];
  };
  const catalogue = await objectOf(/\/Root\s+(\d+\s+\d+)\s+R/.exec(trailer)?.[1]);
  const listRef = /\/Pages\s+(\d+\s+\d+)\s+R/.exec(catalogue ?? '')?.[1];
  const list = await objectOf(listRef);
  const kids = /\/Kids\s*\[([\s\d R]*)\]/.exec(list ?? '')?.[1];
  const pages = kids?.match(/\d+\s+\d+\s+R/g) ?? [];
  // As many pages as are listed: there is no level between.
  if (listRef === undefined || list === undefined || pages.length < many || !new RegExp(`/Count\\s+${pages.length}\\b`).test(list))
    return undefined;

  const nodes = Array.from({ length: Math.ceil(pages.length / toNode) }, (_, i) => pages.slice(i * toNode, (i + 1) * toNode));
  const objects = [
    { ref: listRef, dict: list.replace(/\/Kids\s*\[[\s\d R]*\]/, `/Kids [${nodes.map((_, i) => `${size + i} 0 R`).join(' ')}]`) },
    ...nodes.map((node, i) => ({
      ref: `${size + i} 0`,
      dict: ` /Type /Pages /Parent ${listRef} R /Count ${node.length} /Kids [${node.join(' ')}] `,
    })),
  ];
  let text = '\n';
  const placed = objects.map(({ ref, dict }) => {
    const place = file.size + text.length;
    text += `${ref} obj\n<<${dict}>>\nendobj\n`;
    return { number: Number(ref.split(/\s+/)[0]), generation: Number(ref.split(/\s+/)[1]), place };
  });
  const newTable = file.size + text.length;
  const pad = (n: number, digits: number): string => String(n).padStart(digits, '0');
  const rows = placed.map(({ number, generation, place }) => `${number} 1\n${pad(place, 10)} ${pad(generation, 5)} n \n`);
  const kept = trailer.replace(/\/(Prev|XRefStm)\s+\d+/g, '').replace(/\/Size\s+\d+/, `/Size ${size + nodes.length}`);
  return `${text}xref\n${rows.join('')}trailer\n<<${kept} /Prev ${table}>>\nstartxref\n${newTable}\n%%EOF\n`;
}

/** The table of where the objects of a file stand, by their numbers; undefined where it is none. */
function placesIn(section: string): Map<number, number> | undefined {
  const places = new Map<number, number>();
  const head = /(?:xref)?\s*(\d+)\s+(\d+)\s*/y;
  for (;;) {
    const at = head.exec(section);
    if (!at) return places.size ? places : undefined;
    const [first, count] = [Number(at[1]), Number(at[2])];
    for (let i = 0; i < count; i++) {
      const row = /(\d{10}) \d{5} ([nf])/.exec(section.slice(head.lastIndex, head.lastIndex + 20));
      if (!row) return undefined;
      if (row[2] === 'n') places.set(first + i, Number(row[1]));
      head.lastIndex += 20;
    }
  }
}
