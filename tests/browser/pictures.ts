import { mkdirSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawnSync } from 'node:child_process';
import { DESK, launch, open, PHONE, signIn, visitor } from './chrome';
import Database from 'better-sqlite3';
import { serve } from '../../scripts/lib.mjs';

const NOW = '2027-04-14T09:20';
const out = process.argv[2] ?? 'docs/screenshots';
const only = process.argv[3];
mkdirSync(out, { recursive: true });
const data = mkdtempSync(join(tmpdir(), 'ny-pictures-'));
const env = { ...process.env, NICKEL_NOW: NOW, NICKEL_DATA: data, NICKEL_LOG: 'warn' };
const port = 4173;
spawnSync('npx', ['tsx', 'src/demo/build.ts', '--fresh'], { stdio: 'inherit', env: { ...env, NICKEL_ORIGIN: `http://127.0.0.1:${port}` } });
const server = await serve(port, env);
// What goes wrong ends the whole, the server too.
process.on('unhandledRejection', (e) => {
	console.error(e);
	server.kill('SIGTERM');
	process.exit(1);
});
process.on('uncaughtException', (e) => {
	console.error(e);
	server.kill('SIGTERM');
	process.exit(1);
});
const base = `http://127.0.0.1:${port}`;
const db = new Database(join(data, 'company.sqlite'), { readonly: true });
const one = (sql: string): string => Object.values(db.prepare(sql).get() as Record<string, string>)[0] ?? '';
const job = (name: string) => one(`select id from jobs where name like '${name}%'`);

const browser = await launch();
async function shot(name: string, who: string | null, path: string, size: typeof DESK | typeof PHONE = DESK): Promise<void> {
	if (only && !name.includes(only)) return;
	const page = await visitor(browser, size);
	if (who) await signIn(page, base, who);
	await open(page, base + path);
	await page.evaluate(() => document.fonts.ready);
	await new Promise((r) => setTimeout(r, 500));
	await page.screenshot({ path: join(out, `${name}.png`) as `${string}.png` });
	await page.close();
	console.log(name);
}

const office = await visitor(browser);
await signIn(office, base, 'petra');
await open(office, `${base}/jobs/${job('Harbor Row')}`);
const quote = await office.$eval('a[href*="/q/"]', (a) => new URL((a as HTMLAnchorElement).href).pathname);
await open(office, `${base}/bill/invoices/${one('select id from invoices where number = (select max(number) from invoices)')}`);
const invoice = await office.$eval('a[href*="/i/"]', (a) => new URL((a as HTMLAnchorElement).href).pathname);
await office.close();

await shot('today', 'petra', '/today');
if (only) await shot('leads', 'petra', '/win/leads');
await shot('winning-track', 'bastian', '/win/track');
await shot('estimate', 'bastian', `/jobs/${job('Penhallow')}/estimate`);
await shot('job', 'petra', `/jobs/${job('Osselmere Library')}`);
await shot('plan-board', 'petra', '/plan');
await shot('rounds', 'petra', '/plan/rounds');
if (only) await shot('day', 'petra', '/plan/day?day=2027-04-15');
if (only) await shot('month', 'petra', '/plan/month');
if (only) await shot('subcontractors', 'petra', '/plan/subcontractors');
if (only) await shot('repeat-jobs', 'petra', '/plan/repeats');
await shot('work-list', 'petra', `/jobs/${job('St. Brannoc')}/work`);
await shot('hours', 'lowell', '/work/hours?week=2027-04-05');
if (only) await shot('roles', 'imogen', '/company/roles');
await shot('costs', 'petra', `/jobs/${job('Osselmere Library')}/costs`);
await shot('billing', 'petra', `/jobs/${job('Osselmere Library')}/bill`);
if (only) await shot('invoices', 'lowell', '/bill/invoices');
await shot('catalog', 'bastian', '/price/catalog');
await shot('assembly', 'bastian', '/price/assemblies/reroof-shingle');
if (only) await shot('rate-sheet', 'imogen', '/price/rates/steep');
if (only) await shot('budget', 'imogen', '/price/budget');
if (only) await shot('rates', 'imogen', '/price/rates');
await shot('price-check', 'imogen', '/price/check');
if (only) await shot('item', 'bastian', `/price/catalog/${one("select id from items where code = 'TS-SHL-LAM'")}`);
if (only) await shot('flat-rate', 'imogen', `/price/flat-rate/${one("select id from flat_catalogs where key = 'low-slope-repair'")}`);
await shot('photo-survey', 'bastian', `/jobs/${job('Penhallow')}/estimate/photos`);
await shot('customer', 'petra', `/win/customers/${one("select id from customers where name like 'Harbor Row%'")}`);
if (only) await shot('price-list', 'petra', '/price/import');
await shot('sales', 'imogen', '/know/sales');
if (only) await shot('sold-and-used', 'imogen', '/know');
if (only) await shot('documents', 'imogen', '/company/documents');
await shot('field-day', 'marco', '/field', PHONE);
await shot('field-job', 'marco', `/field/jobs/${job('St. Brannoc')}`, PHONE);
await shot('quote-page', null, quote, PHONE);
if (only) await shot('invoice-page', null, invoice, PHONE);
if (only) await shot('request-form', null, '/public', PHONE);
await browser.close();
db.close();
server.kill('SIGTERM');
process.exit(0);
