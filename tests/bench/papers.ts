import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setUp } from '../../src/demo/set-up';
import { DemoClock, Yard } from '../../src/demo/yard';
import { filterCards, NO_FILTER, type Card } from '../../src/lib/core/sales';
import { instantOf } from '../../src/lib/core/time';
import { openApp } from '../../src/lib/server/app';
import { quoteDocument } from '../../src/lib/server/screens/documents';
import { readSettings } from '../../src/lib/server/settings';
import { readPdf } from '../server/pdf-reader';
import { median, note, time } from './measure';

/** A proposal of forty pages, and how long the server's own thread is kept from anything else while it is made. */
async function proposal(): Promise<void> {
	const app = openApp(
		readSettings({ NICKEL_DATA: mkdtempSync(join(tmpdir(), 'ny-bench-papers-')) }),
		new DemoClock(instantOf('2027-04-14', '09:20', 'America/New_York'))
	);
	app.db.sqlite.pragma('synchronous = OFF');
	const yard = new Yard(app, app.clock as DemoClock);
	await setUp(yard);
	const jobId = yard.job('Bench', yard.customer('Bench', 'person', 'b@customer.example', '', '1 Quay'), '1 Quay', [0, 0]);
	const estimateId = yard.estimate(jobId);
	for (let n = 0; n < 75; n++)
		yard.scope(estimateId, `Roof face ${n + 1}`, [['roof face', { length: "48'", run: "14'", pitch: '8' }]], ['reroof-shingle']);
	yard.decide(estimateId);
	const { revisionId } = yard.call('bastian', 'quotes.issue', {
		...{ estimateId, to: '', subject: '', text: '{link}', despite: true },
		layout: { layout: 'proposal', detail: 'lines', amounts: 'lines', dataSheets: false }
	});
	const first = await quoteDocument(app, revisionId);
	const pages = (await readPdf(first?.bytes ?? new Uint8Array())).pages.length;
	if (pages < 40) throw new Error(`The proposal has ${pages} pages, not forty.`);
	const all: number[] = [];
	let held = 0;
	for (let n = 0; n < 5; n++) {
		let last = performance.now();
		const timer = setInterval(() => {
			held = Math.max(held, performance.now() - last);
			last = performance.now();
		}, 1);
		const start = performance.now();
		await quoteDocument(app, revisionId);
		all.push(performance.now() - start);
		clearInterval(timer);
	}
	note('PDF of a long proposal', `${pages} pages`, median(all), 'ms allowed', 2000, 1);
	note('PDF, longest the server waits for it', `${pages} pages`, held, 'all of its time', median(all), 0.5);
	app.db.sqlite.close();
}

/** Ten thousand cards narrowed by words, kind and what needs a hand. */
function trackFilter(): void {
	const now = Date.UTC(2027, 3, 14, 13);
	const cards: Card[] = Array.from({ length: 10_000 }, (_, n) => ({
		id: `c${n}`,
		name: `${n} Spindle Lane, ${n % 3 ? 're-roof' : 'gutters'}`,
		customer: `Customer ${(n * 7919) % 10_000}`,
		stageId: `s${n % 5}`,
		kind: n % 3 ? 'Re-roof' : 'Gutters',
		source: n % 2 ? 'Website' : 'Referral',
		person: `Person ${n % 6}`,
		branch: '',
		worth: null,
		chance: 5000,
		decisionDay: `2027-0${1 + (n % 9)}-15`,
		nextStep: n % 4 ? '' : 'Call again',
		nextDay: n % 4 ? null : '2027-04-20',
		touchedAt: now - (n % 20) * 86_400_000,
		own: { insurer: `Insurer ${n % 40}` }
	})) as Card[];
	const ms = time(() => filterCards(cards, { ...NO_FILTER, words: 'spindle insurer 7', kind: 'Gutters', stale: true }, now, '2027-04-14'));
	note('winning track narrowed', '10,000 cards', ms, 'ms allowed', 100, 1);
}

export async function papersBench(): Promise<void> {
	trackFilter();
	await proposal();
}
