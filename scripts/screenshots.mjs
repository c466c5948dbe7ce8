// Takes the pictures of docs/screenshots from the demo, after walking its stories through the API.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installTestPackages, installPrograms } from './install.mjs';
import { programPath, repositoryRoot as root } from './private-database.mjs';

await installPrograms({ mariadbd: 'mariadb-server', chromium: 'chromium' });
await installTestPackages();
const { chromium } = await import('@playwright/test');
const out = join(root, 'docs', 'screenshots');
mkdirSync(out, { recursive: true });

const data = mkdtempSync(join(tmpdir(), 'kettle-shots-'));
const program = spawn(process.execPath, ['scripts/start.mjs', 'demo', '--data', data, '--port', '0'], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
});
const address = await new Promise((resolve, reject) => {
  program.stdout.on('data', (chunk) => {
    const found = /ready: (http:\/\/127\.0\.0\.1:\d+)/.exec(chunk.toString());
    if (found) resolve(found[1]);
  });
  program.once('exit', (code) => reject(new Error(`The program ended with ${code}.`)));
});
const ask = async (method, path, body) => {
  const answer = await fetch(`${address}/api${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
  if (!answer.ok) throw new Error(`${method} ${path}: ${await answer.text()}`);
  return answer.json();
};
const ended = async (job) => {
  for (let now = job; now; now = await ask('GET', `/jobs/${job.id}`))
    if (!['queued', 'running'].includes(now.state)) return;
};

/** The stories, each with its line-up; what is typed into the costing is invented. */
const STORIES = [
  [
    'QS0049G9',
    ['QS004AH0', 'QS004BI1', 'QS004CJ2', 'QS004DK3', 'QS004EL4', 'QS004FM5'],
    { 'unit-cost': 940, freight: 210 },
  ],
  ['QS003PX0', ['QS003QY1', 'QS003RZ2', 'QS003T03', 'QS003U14', 'QS003V25'], { 'unit-cost': 820, freight: 240 }],
  ['QS0043A3', ['QS0044B4', 'QS0045C5', 'QS0046D6', 'QS0047E7', 'QS0048F8'], { 'unit-cost': 510, freight: 130 }],
  ['QS003Y58', ['QS003Z69', 'QS004070', 'QS004181', 'QS004292'], { 'unit-cost': 760, freight: 90 }],
];
const market = '/marketplaces/quayside';
const per = (price, of = 'shipment') => ({ price, per: of });
/** Two quotes for the find, and what its way costs; all invented. */
const QUOTES = [
  ['Ullmarsh Works', 'PL', 'EUR', 'FOB', [[100, 9.2], [500, 8.4], [1000, 7.9]], 20], // prettier-ignore
  ['Quernley Press', 'VN', 'USD', 'DAP', [[200, 11.4], [600, 9.6]], 24], // prettier-ignore
];
const landing = {
  ways: [
    { name: 'By sea', mode: 'sea', charge: per(13_000, 'cubic-metre'), minimum: 10_000, days: 42, source: '' },
    { name: 'By air', mode: 'air', charge: per(410, 'kg'), minimum: 0, days: 7, source: '' },
  ],
  legs: {
    pickup: per(null),
    'export-clearance': per(null),
    'export-haul': per(null),
    loading: per(null),
    arrival: per(15_000),
    onward: per(250, 'carton'),
    unloading: per(0),
    'import-clearance': per(9_500),
  },
  insured: 0.003,
  duty: 0.03,
  dutyOn: 'goods',
  inspection: 28_000,
  branding: 0,
  variations: 1,
  chosen: null,
};
await ask('PUT', `${market}/rates/EUR`, { day: '2026-11-01', rate: 1.1 });
for (const [supplier, country, currency, term, steps, units] of QUOTES)
  await ask('PUT', `${market}/listings/QS0049G9/quotes`, {
    supplier,
    country,
    day: '2026-11-10',
    currency,
    steps: steps.map(([from, price]) => ({ from, price })),
    term,
    leadDays: 35,
    carton: { units, weight: units * 1800, sides: [620, 460, 400] },
    once: 0,
    validUntil: null,
    note: '',
  });
for (const [anchor, rivals, cost] of STORIES) {
  const { id } = await ask('POST', `${market}/candidates`, { anchor, rivals });
  await ask('POST', `/candidates/${id}/stage`, { stage: 'watched' });
  const { job } = await ask('POST', `/candidates/${id}/reviews/read`);
  await ended(job);
  const { document, version } = await ask('GET', `/candidates/${id}/costing`);
  const sums = { ...cost, preparation: 30, samples: 12000, pictures: 30000, 'launch-advertising': 80000 };
  const rates = { duty: 0.03, advertising: 0.12 };
  const lines = document.lines.map(({ amount, ...line }) => ({
    ...line,
    amount:
      line.key in sums
        ? { ...amount, sum: sums[line.key] }
        : line.key in rates
          ? { ...amount, rate: rates[line.key] }
          : amount,
  }));
  const quoted = anchor === 'QS0049G9' ? { landing } : {};
  await ask('PUT', `/candidates/${id}/costing`, {
    document: { ...document, firstOrder: 500, lines, ...quoted },
    version,
  });
}
const { rows: sellers } = await ask('GET', `${market}/sift?price=15..60&units=300..&rows=40&sort=-units`);
await ask('POST', `${market}/watch`, { text: sellers.map((r) => r.code).join('\n') });
for (const [i, name] of ['Folding presses', 'Paint racks', 'Bird feeders', 'Stand lights'].entries()) {
  const { id: group } = await ask('POST', `${market}/watch/groups`, { name });
  const [anchor, rivals] = STORIES[i];
  await ask('POST', `${market}/watch/change`, { codes: [anchor, ...rivals], group });
  if (i === 0) await ask('POST', `${market}/watch/change`, { codes: rivals, add: ['rival'] });
}
await ask('POST', `${market}/watch/events`, {
  kind: 'sale',
  first: '2026-12-11',
  last: '2026-12-14',
  text: 'Midwinter sale',
});
await ended(await ask('POST', `${market}/hob`, { days: 30 }));
await ask('PUT', '/candidates/1/answers/no-patent', {
  choice: 'pass',
  evidence: 'registers searched for the spindle',
  version: 0,
});
for (const [key, choice] of [
  ['curable', 'both'],
  ['different', 'some'],
  ['means', 'tight'],
])
  await ask('PUT', `/candidates/1/answers/${key}`, { choice, evidence: '', version: 0 });
await ask('POST', '/candidates/1/stage', { stage: 'weighed' });
await ask('POST', '/candidates/1/stage', { stage: 'shortlisted' });
for (const [name, search, reasoning] of [
  [
    'Quiet paper',
    'price=18..60&units=150..&reviews=..100&hide=gated,electronics',
    'Little competition, fits our brand.',
  ],
  ['Poor pages', 'price=15..80&units=100..&craft=..60&sellers=..2', 'We can photograph better than these.'],
])
  await ask('POST', `${market}/sieves`, { name, search, reasoning });
await ask('PUT', `${market}/marks`, { codes: ['QS006EJ4'], state: 'dropped', reason: 'not for me' });
await ask('POST', '/candidates/4/stage', { stage: 'dropped', reason: 'electronics, sold in two months of the year' });

/** The address of a find's shelf with what is of another category left out, as a seller would. */
const shelfOf = async (code) => {
  const { rows } = await ask('GET', `${market}/shelf?listing=${code}`);
  const own = rows.find((r) => r.listing.code === code).listing.category;
  const out = rows.filter((r) => r.listing.category !== own).map((r) => r.listing.code);
  return `/quayside/shelf?listing=${code}&out=${out.join(',')}`;
};
await ended(await ask('POST', `${market}/backtest`));
const { rows: niches } = await ask('GET', `${market}/demand/niches?has=folding,book,press`);
const { terms } = await ask('GET', `${market}/niches/${niches[0].id}`);
const basket = terms.filter((t) => t.brand === null).slice(0, 4);
await ask('PUT', '/candidates/1/terms', { add: basket.map((t) => t.id), remove: [] });
const proposed = await ask('POST', '/candidates/1/page-draft/suggestions');
await ask('PUT', '/candidates/1/page-draft', {
  version: 0,
  document: {
    format: 'cold-kettle/page-draft',
    title: 'Folding book press of beech for A5, with a spindle that holds',
    bullets: [...proposed.bullets.map((b) => b.text), 'Folds flat: it stands between two books when it is not in use.'],
    description: 'For bookbinders at the kitchen table, beginners among them: the steps come as drawings.',
    words: 'gift small',
    pictures: proposed.pictures.map((p) => p.text),
    drafted: [...proposed.bullets, ...proposed.pictures],
    answered: [],
  },
});

const browser = await chromium.launch({
  executablePath: programPath('chromium'),
  args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--disable-background-networking'],
});
const VIEWS = [
  ['sift', '/quayside/sift?price=18..45&units=300..&reviews=..120&weight=..4&not=lamp'],
  ['listing-sheet', '/quayside/sift?price=18..45&units=300..&reviews=..120&has=book+press&open=QS0049G9'],
  ['curves', `/quayside/curves?${new URLSearchParams({ category: 'Miniatures & Models', listing: 'QS003QY1' })}`],
  ['backtest', '/quayside/backtest'],
  ['demand', '/quayside/demand?income=6000/month&holders=6..'],
  ['niche', `/quayside/demand?has=press&open=${niches[0].id}`],
  ['shelf', await shelfOf('QS003PX0')],
  ['terms', '/quayside/candidates/1/terms'],
  ['brand', '/quayside/brands/Brasgarth'],
  ['candidates', '/quayside/candidates'],
  ['watched', '/quayside/watched/news'],
  ['side-by-side', '/quayside/watched/chart?group=1&as=index&on=2026-11-24'],
  ['reviews', '/quayside/candidates/2/reviews'],
  ['costing', '/quayside/candidates/1/costing'],
  ['scoresheet', '/quayside/candidates/1/scoresheet'],
  ['shortlist', '/quayside/shortlist', 'dark'],
  ['page-draft', '/quayside/candidates/1/page'],
  ['fees', '/quayside/fees'],
  ['sources', '/sources'],
];
for (const [name, path, colorScheme = 'light'] of VIEWS) {
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    colorScheme,
    locale: 'en-GB',
    reducedMotion: 'reduce',
  });
  await page.addInitScript(() =>
    localStorage.setItem('kettle/tray', JSON.stringify({ quayside: ['QS004AH0', 'QS004BI1', 'QS004CJ2'] })),
  );
  await page.goto(address + path);
  await page.waitForLoadState('networkidle');
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  await page.screenshot({ path: join(out, `${name}.png`) });
  await page.close();
}
await browser.close();
program.removeAllListeners('exit');
await new Promise((done) => (program.once('exit', done), program.kill('SIGINT')));
rmSync(data, { recursive: true, force: true });
console.log(`${VIEWS.length} pictures are in ${out}.`);
