// `npm run screenshots`: takes one current picture of each main view from the demo shop into docs/screenshots.
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeWav } from '../core/src/signal/wav';
import { standInOver } from '../core/src/standin/stand-in-over';
import { audioOf } from '../core/src/testing/signals';
import { demoBrowser } from './lib/demo-browser.mjs';
import { root } from './lib/ready.mjs';

const folder = join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const { at, browser, close } = await demoBrowser(4396);

/** Lines that are typed, and acts, one after the other. */
async function doneInRow(page, lines) {
  for (const line of lines) {
    if (typeof line === 'function') {
      await line(page);
      continue;
    }
    await page.getByLabel('Entry', { exact: true }).fill(line);
    await page.keyboard.press('Enter');
    await page.waitForTimeout(400);
  }
}
const pressed = (name) => (page) => page.getByRole('region', { name: 'Stage' }).getByRole('button', { name }).first().click();
/** The electrolytics of a set on its list: what is in stock, how they stand, one that stays. */
const aKit = [
  'list c1 c5 c27 c29 c32 c40',
  'list c1 1000u 35v 105c 13x25 room 13x30',
  pressed(/^Take \d from stock/),
  'list c5 c27 stands + left',
  'list c29 c40 stands + up',
  'list c32 leave measures as new',
];

/** Name of the picture; the place, the job and stage, or a sum with the job on the bench; what is typed; the theme. */
const views = [
  ['day', '/day'],
  ['jobs', '/jobs'],
  ['book-in', '/book-in'],
  ['functions', [419, 'functions']],
  ['trace', [419, 'trace'], 'tp16 -71dBm'],
  ['sheets', [419, 'sheets?at=TP9'], 'tp9 '],
  ['card-editor', '/cards/murrelo-twin/edit'],
  ['repair', [404, 'repair']],
  ['hand-back', [401, 'hand-back'], undefined, 'daylight'],
  ['cards', '/cards'],
  ['manual', '/cards/ternhal-n9/manual'],
  ['sum-pad', { bench: 417, sum: 'Attenuator pad' }],
  ['stock', '/stock/order'],
  ['instruments', '/instruments'],
  ['archive', '/archive'],
];

/** A job on each card, from its first minute to its fault: what is tried, and the part that is proven bad. */
const steps = [
  ['dunvick-post-6', ['receive, carrier squelch dead', 'transmit carrier works'], 'proof ic5 bad short'],
  ['halyet-lamp-one', ['receive straight through dead', 'amplify 80 m works'], 'proof k2 bad open'],
  ['murrelo-twin', ['receive vhf dead', 'transmit vhf works'], 'proof fl1 bad open'],
  ['oxbrae-gannet', ['receive am dead', 'transmit am carrier works'], 'proof v4 bad open'],
  ['oxbrae-ob12', ['receive usb dead', 'transmit usb works'], 'proof ic2 bad open'],
  ['oxbrae-ob7', ['receive am dead', 'transmit am works'], 'proof fl2 bad open'],
  ['ternhal-hybrid-five', ['receive 80 m dead', 'transmit 80 m works'], 'proof fl1 bad open'],
  ['ternhal-n9', ['receive 160 m dead', 'transmit 160 m works'], 'proof d15 bad open'],
];

/** What an old hand has seen of a set, and Trace then: a low rail, a dead transmit line, a reference off, the high bands alone, eight volts low. */
const stories = [
  ['oxbrae-ob7', ['receive am weak', 'receive am weak', 'squelch closes and opens works', 'tp2 5.60V']],
  ['dunvick-post-6', ['transmit carrier dead', 'receive, carrier squelch works', 'tp3 9.02V', 'tp7 keyed 4.98V', 'tp5 tx dead']],
  ['murrelo-twin', ['transmit vhf wrong frequency', 'transmit uhf wrong frequency', 'receive vhf works']],
  ['halyet-lamp-one', ['amplify 15 m dead', 'amplify 10 m dead', 'amplify 20 m works']],
  ['ternhal-n9', ['receive 20 m weak', 'display and lamps works', 'tp4 5.02V', 'tp3 6.40V']],
];

/** Books in a set of a card, and opens its Trace. */
async function bookedIn(page, id) {
  const { models } = JSON.parse(readFileSync(join(root, `demo/cards/${id}.json`), 'utf8'));
  await page.goto(`${at}/book-in`);
  for (const [label, text] of [
    ['Maker', models[0].maker],
    ['Model', models[0].name],
    ['Name', 'Ferry shed'],
    ['In the owner’s own words', 'Deaf'],
  ]) {
    await page.getByLabel(label, { exact: true }).fill(text);
    await page.keyboard.press('Escape');
  }
  await page.getByRole('button', { name: 'Book in' }).click();
  await page.getByRole('heading', { level: 1, name: /Safety/ }).waitFor();
  await page.goto(page.url().replace(/[a-z-]+$/, 'trace'));
}

/** Pictures side by side on one. */
async function sideBySide(page, name, pictures, columns, width) {
  await page.setContent(
    `<style>body{margin:12px;background:#10171a;display:grid;grid-template-columns:repeat(${columns},${width}px);gap:14px}</style>${pictures
      .map((data) => `<img width="${width}" src="data:image/png;base64,${data}">`)
      .join('')}`,
  );
  await page.waitForTimeout(300);
  await page.setViewportSize({ width: columns * (width + 14) + 10, height: 800 });
  await page.screenshot({ path: join(folder, `${name}.png`), fullPage: true });
  await page.setViewportSize({ width: 1280, height: 800 });
}
const themed = (page, wanted) => page.evaluate((name) => localStorage.setItem('amber-relay-theme', name), wanted);

/** Safety and First look, which come before all else. */
async function firstOfAll(page, idOf) {
  const pictures = [];
  for (const [job, stage] of [
    [415, 'safety'],
    [409, 'first-look'],
  ]) {
    await page.goto(`${at}/job/${await idOf(job)}/${stage}`);
    await page.getByRole('log', { name: 'Entries of the tape' }).waitFor();
    await page.waitForTimeout(1500);
    pictures.push((await page.screenshot()).toString('base64'));
  }
  await sideBySide(page, 'safety', pictures, 2, 900);
  await page.goto(`${at}/day`);
}

/** Practice: its places, a case that is played, and its review, in both themes. */
async function practice(page) {
  const pictures = [];
  const shot = async (wait = 1500) => {
    await page.waitForTimeout(wait);
    pictures.push((await page.screenshot()).toString('base64'));
  };
  await page.goto(`${at}/practice`);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.waitForTimeout(5000);
  await shot();
  for (const tab of ['stories', 'drills']) {
    await page.goto(`${at}/practice/${tab}`);
    await shot();
  }
  const begun = async (story, help) => {
    await page.goto(`${at}/practice/bench/begin?told=${story}&help=${help}`);
    await page.waitForURL(/practice.bench.job/);
    await page.locator('[data-practice-clock]').waitFor();
  };
  await begun('wet-marshal', 'hints');
  await page.goto(page.url().replace(/[a-z-]+$/, 'trace'));
  await page.locator('[data-practice-clock]').waitFor();
  await doneInRow(page, ['checks', 'load on', 'receive am', 'receive fm', 'squelch closes', 'look am detector']);
  await shot();
  await begun('farm-gate', 'off');
  await doneInRow(page, ['checks', 'load on', 'receive am', 'receive fm', 'afo1', 'proof q7', 'squelch closes']);
  await page.locator('[data-belief]').getByRole('button', { name: 'likely' }).click();
  await doneInRow(page, ['proof ic5', 'fit ic5 new', 'receive am']);
  await page.locator('[data-finish]').click();
  await page.locator('[data-claim="mended"]').click();
  await page.waitForURL(/practice.review/, { timeout: 60_000 });
  await page.locator('[data-truth]').first().waitFor();
  await shot(2500);
  const review = page.url();
  await page.goto(`${at}/practice/progress`);
  await shot(2500);
  await themed(page, 'daylight');
  await page.goto(`${at}/practice`);
  await page.waitForTimeout(5000);
  await shot();
  await begun('big-bottle', 'on');
  await page.goto(page.url().replace(/[a-z-]+$/, 'trace'));
  await page.locator('[data-practice-clock]').waitFor();
  await doneInRow(page, ['checks', 'load on', 'amplify 80']);
  await shot(2500);
  await page.goto(review);
  await shot(2500);
  await sideBySide(page, 'practice', pictures, 3, 800);
  await page.goto(`${at}/day`);
  await themed(page, 'bench');
}

/** The block diagram of every card at the start, in the middle and at the end of a job, and Trace in the stories, all on one picture. */
async function diagrams(page) {
  const pictures = [];
  const shot = async (of) => {
    await page.waitForTimeout(1500);
    pictures.push((await page.locator(of).screenshot()).toString('base64'));
  };
  for (const [id, tried, proof] of steps) {
    await bookedIn(page, id);
    for (const lines of [[], tried, [proof]]) {
      await doneInRow(page, lines);
      await shot('app-block-diagram');
    }
  }
  for (const [id, seen] of stories) {
    await bookedIn(page, id);
    await doneInRow(page, seen);
    await shot('section.stage');
  }
  await sideBySide(page, 'diagrams', pictures, 3, 724);
}

/** What is done in a row on a job: the stage, the job, and the lines or acts up to the start, the middle and the end of it. */
const runs = [
  [
    'first-look/apart',
    419,
    ['apart top cover 6 screws (M3 x 8)', (page) => taken(page)],
    ['apart heat sink 2 hidden screws renew thermal paste note the tab to the front', 'apart shield 3 joints'],
    [
      pressed(/^Keep the step/),
      (page) => page.getByRole('radio', { name: 'Together again' }).click(),
      'together step 4',
      pressed(/^Back on$/),
    ],
  ],
  ['test', 401, [], ['pwr fm ch19 keyed 3.9w'], ['dev fm ch19 keyed 2.1kHz', 'sens am ch19 receive 0.4uV']],
  ['test/frequencies', 419, ['ch19 am keyed'], ['tp3 10.23994M'], ['tp5 16.4899M', 'ch19 keyed 27.1849034M', 'ch1 keyed 26.9649047M']],
  [
    'test/sweeps',
    419,
    ['sweep tp7 receive channels 1 10 19 30 40'],
    ['tp7 ch1 receive 2.3v', 'tp7 ch10 2.9v', 'tp7 ch19 3.6v'],
    ['tp7 ch30 4.2v', 'tp7 ch40 4.8v', 'set l4 3.6V > 3.10V', 'sweep tp7 receive channels 1 10 19 30 40'].concat([
      'tp7 ch1 2.0v',
      'tp7 ch10 2.5v',
      'tp7 ch19 3.1v',
      'tp7 ch30 3.7v',
      'tp7 ch40 4.2v',
    ]),
  ],
  ['align', 419, [], ['set c33 10.23994MHz > 10.24000MHz', 'set l4 3.10V'], ['peak t2 -60dBm > -52dBm', 'peak t3 none', 'seal c33']],
  ['parts', 411, aKit.slice(0, 2), [...aKit.slice(2), pressed(/^Note how/)], [pressed('Leave'), pressed(/^Fitted:/)]],
  [
    'soak',
    419,
    ['tp7 ch19 6.9v', 'tp7 ch19 3.1v'],
    ['soak 3h 60 cycles after 2 failures in 60 min', 'soak did 12 cycles'],
    ['tp7 ch19 6.9v'],
  ],
  [
    'test/watch',
    419,
    [(page) => watched(page, 'tp2'), (page) => watched(page, 'tp7'), 'tp7 ch19 am receive 3.1v'],
    [(page) => page.getByLabel('Section at which it is done').selectOption('vco'), ...tapped('6.9v', '3.1v')],
    [...tapped('6.9v', '3.1v'), (page) => page.getByRole('button', { name: 'Keep and end' }).click()],
  ],
  [
    'test/keying',
    419,
    ['ch19 fm', (page) => page.getByLabel('It was tuned to').fill('27.17 MHz'), (page) => page.keyboard.press('Tab')],
    [(page) => recorded(page, 'over.wav', over)],
    [(page) => page.getByRole('button', { name: 'Keep', exact: true }).click(), (page) => recorded(page, 'sound.wav', heard)],
  ],
  [
    'test/sound',
    419,
    [],
    [(page) => recorded(page, 'sound.wav', heard)],
    [(page) => page.getByRole('button', { name: 'Keep', exact: true }).click()],
  ],
];

/** A picture of the step, with two screws where they were. */
async function taken(page) {
  await page.getByLabel('Picture from a file').setInputFiles(join(folder, 'sheets.png'));
  const plate = page.getByRole('button', { name: 'Where one of the screws was' });
  for (const x of [120, 260]) await plate.click({ position: { x, y: 60 } });
}
/** A point is put on a strip. */
async function watched(page, point) {
  await page.getByLabel('Watch', { exact: true }).fill(point);
  await page.getByRole('button', { name: 'Add' }).click();
}
/** What is read after each tap. */
function tapped(...values) {
  return values.flatMap((value) => [
    (page) => page.waitForTimeout(1700),
    (page) => page.keyboard.press('Alt+1'),
    `tp7 ch19 am receive ${value}`,
  ]);
}
/** A recording is taken from a file, and gone through. */
async function recorded(page, name, make) {
  await page.locator('section.stage input[type=file]').setInputFiles({ name, mimeType: 'audio/wav', buffer: Buffer.from(make()) });
  await page.locator('section.stage [role=status], section.stage [role=alert], [data-recorded]').first().waitFor();
  await page.waitForTimeout(1500);
}
/** One over of a set that deviates too far and lies a little high, beside a receiver that was tuned to one side. */
function over() {
  const channels = standInOver({
    sampleRateHz: 96_000,
    seconds: 2.4,
    keyed: [0.4, 2.1],
    rampS: 0.004,
    offsetHz: 15_120,
    turnOnHz: 60,
    endDb: -0.4,
    second: 0.02,
    fm: [
      { hz: 1000, devHz: 1700 },
      { hz: 100, devHz: 350 },
    ],
    noiseDb: -45,
  });
  return writeWav(channels, 96_000);
}
/** A tone in noise and hum, as it comes from a speaker. */
function heard() {
  const tones = [
    { hz: 1000, peak: 0.3 },
    { hz: 2000, peak: 0.01 },
    { hz: 100, peak: 0.004 },
  ];
  return writeWav([audioOf({ kind: 'audio', sampleRateHz: 16_000, seconds: 3, tones, noiseRms: 0.07 })], 16_000);
}

/** The stage of every run at its start, in the middle and at its end, and its end by daylight, all on one picture. */
async function runsAt(page, idOf) {
  const pictures = [];
  const shot = async () => {
    await page.waitForTimeout(1800);
    pictures.push((await page.locator('section.stage').screenshot()).toString('base64'));
  };
  const theme = (wanted) => themed(page, wanted);
  for (const [stage, job, ...moments] of runs) {
    await theme('bench');
    await page.goto(`${at}/job/${await idOf(job)}/${stage}`);
    await page.getByRole('log', { name: 'Entries of the tape' }).waitFor();
    for (const lines of moments) {
      await doneInRow(page, lines);
      await shot();
    }
    await theme('daylight');
    await page.reload();
    await page.getByRole('log', { name: 'Entries of the tape' }).waitFor();
    await shot();
  }
  await sideBySide(page, 'runs', pictures, 4, 560);
  await page.goto(`${at}/day`);
  await theme('bench');
}

/** The text of sheets is gone through when their card is first in hand; then both views are drawn. */
async function sheetsDrawn(page) {
  await page.locator('app-sheet-view .ring').first().waitFor({ timeout: 60_000 });
  await page.locator('[data-reading]').waitFor({ state: 'hidden', timeout: 60_000 });
  await page.getByRole('button', { name: 'Suspicion' }).click();
  await page.waitForTimeout(1500);
}

try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${at}/day`);
  await page.getByText(/\d+ in hand/).waitFor();
  // The demo shop's sheets come a while after its jobs.
  await page.waitForTimeout(6000);
  const idOf = (number) =>
    page.evaluate(async (wanted) => {
      const done = (request) => new Promise((resolve) => (request.onsuccess = () => resolve(request.result)));
      const db = await done(indexedDB.open('amber-relay-demo'));
      const jobs = await done(db.transaction('jobs').objectStore('jobs').getAll());
      db.close();
      return jobs.find((job) => job.number === wanted).id;
    }, number);
  for (const [name, place, line, theme = 'bench'] of views) {
    await page.evaluate((wanted) => localStorage.setItem('amber-relay-theme', wanted), theme);
    const [job, stage] = Array.isArray(place) ? place : [place.bench, 'trace'];
    await page.goto(at + (job === undefined ? place : `/job/${await idOf(job)}/${stage}`));
    await page.getByRole('heading', { level: 1 }).first().waitFor();
    if (place.sum) {
      await page.getByRole('link', { name: 'Sums', exact: true }).click();
      await page.getByRole('link', { name: place.sum, exact: true }).click();
      await page.getByRole('button', { name: 'Example' }).click();
      await page.mouse.move(700, 60);
    }
    await page.waitForTimeout(1200);
    if (String(stage).startsWith('sheets')) await sheetsDrawn(page);
    if (name === 'manual') await page.getByText('nothing goes onto the card').waitFor({ timeout: 60_000 });
    if (Array.isArray(line)) await doneInRow(page, line);
    else if (line) await page.getByLabel('Entry', { exact: true }).fill(line);
    await page.waitForTimeout(500);
    await page.screenshot({ path: join(folder, `${name}.png`) });
  }
  await firstOfAll(page, idOf);
  await practice(page);
  await runsAt(page, idOf);
  await diagrams(page);
} finally {
  await close();
}
