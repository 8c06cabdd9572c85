import { paperWords } from '../../core/words';
import { say } from '../../contract/refusals/documents';
import { createHash } from 'node:crypto';
import { createRequire } from 'node:module';
import { resolve } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Face } from '../../core/documents';
import { moneyIn } from '../../core/money';
import { turnOf } from '../asking';
import { FairQueue } from '../../core/lists';
import type { Letterhead } from './letterhead';
import { TooMany } from '../commands';
import type { PdfAnswer, PdfJob } from './pdf-job';

const require = createRequire(import.meta.url);

/** The latin faces lack a few characters; what they lack is written with what they have. */
export const latin = (s: string): string =>
	s.replaceAll('−', '-').replaceAll('\u202f', ' ').replaceAll('→', '>').replaceAll('≥', '>=').replaceAll('≤', '<=');
/** How amounts stand on a paper of this company: with the sign of its currency. */
export const paperMoney = ({ currency }: Pick<Letterhead, 'currency'>): ((n: number) => string) => {
	const shown = moneyIn(currency);
	return (n) => latin(shown(n));
};
/** The name of the table look with hairlines between rows. */
export const hair = 'hair';
export const GREY = '#5b6468';

const FONTS: Record<Face, string> = { plain: 'public-sans', book: 'source-serif-4', poster: 'archivo' };
const fontFile = (face: Face, weight: number, style: string) =>
	require.resolve(`@fontsource/${FONTS[face]}/files/${FONTS[face]}-latin-${weight}-${style}.woff`);
const fontsOf = (face: Face) => ({
	normal: fontFile(face, 400, 'normal'),
	bold: fontFile(face, 700, 'normal'),
	italics: fontFile(face, 400, 'italic'),
	bolditalics: fontFile(face, 700, 'italic')
});

/** A document is given up after this long; nobody waits for a minute. */
const LONGEST_MS = 60_000;
/** More than these wait for nobody: who asks then is told to come back. */
const MOST_WAITING = 400;
/** Of one person, or of all customers together: who prints a season's quotes must not shut out the others. */
const MOST_OF_ONE = 100;
/** The bytes of documents that were made last and are kept, because the same one is often asked for again. */
const KEPT_BYTES = 48_000_000;

interface Waiting {
	job: PdfJob;
	done: (bytes: Buffer) => void;
	failed: (e: Error) => void;
}
let worker: Worker | null = null;
let next = 0;
/** The document that is being made, and what comes after it. */
let current: (Waiting & { timer: NodeJS.Timeout }) | null = null;
/** Askers take turns: a colleague's one document is made next, however many another asked for. */
const waiting = new FairQueue<Waiting>();

function settle(how: (w: Waiting) => void): void {
	const w = current;
	if (!w) return;
	current = null;
	clearTimeout(w.timer);
	how(w);
	begin();
}

function lost(e: Error): void {
	worker = null;
	settle((w) => w.failed(e));
}

/** The one thread that makes PDFs. It is begun with the first document, and again when it was lost. */
function thread(): Worker {
	if (worker) return worker;
	const own = new Worker(resolve(process.env.NICKEL_WORKERS ?? 'workers', 'pdf.mjs'));
	own.on('message', (a: PdfAnswer) => {
		if (a.id !== current?.job.id) return;
		settle((w) => {
			if ('bytes' in a) w.done(Buffer.from(a.bytes));
			else w.failed(new Error(a.problem));
		});
	});
	own.on('error', (e) => {
		if (worker === own) lost(e);
	});
	own.on('exit', (code) => {
		if (worker === own) lost(new Error(`The thread that makes PDFs ended (${code}).`));
	});
	own.unref();
	worker = own;
	return own;
}

/** Makes the next document: its time counts from now, however long it waited. */
function begin(): void {
	if (current) return;
	const w = waiting.take();
	if (!w) return void worker?.unref();
	const timer = setTimeout(() => {
		const own = worker;
		lost(new Error('The document took longer than a minute.'));
		void own?.terminate();
	}, LONGEST_MS);
	current = { ...w, timer };
	const t = thread();
	t.ref();
	t.postMessage(w.job);
}

/** Documents by what stands in them: the same one that is under way or was made lately is not made again. */
const underWay = new Map<string, Promise<Buffer>>();
const made = new Map<string, Buffer>();
function keep(of: string, bytes: Buffer): void {
	made.set(of, bytes);
	let sum = [...made.values()].reduce((a, b) => a + b.length, 0);
	for (const [oldest, b] of made) {
		if (sum <= KEPT_BYTES) break;
		made.delete(oldest);
		sum -= b.length;
	}
}
const contentOf = ({ id: _, appended, ...job }: PdfJob): string => {
	const hash = createHash('sha256').update(JSON.stringify(job));
	for (const a of appended) hash.update(a);
	return hash.digest('base64url');
};

/**
 * A document of the company: its letterhead above, its foot and the page numbers below. Made beside the server's own thread, one after the other; askers take turns.
 * @throws TooMany when very many wait
 */
export function render(
	head: Letterhead,
	title: string,
	content: object[],
	more: { cover?: boolean; appended?: Uint8Array[]; subject?: string } = {}
): Promise<Buffer> {
	const id = ++next;
	const said = (text: string) => latin(text);
	const job: PdfJob = {
		id,
		head: {
			...head,
			of: paperWords(head.language).of,
			name: said(head.name),
			line: said(head.line),
			footer: said(head.footer),
			contact: said(head.contact)
		},
		title,
		subject: more.subject ?? title,
		content,
		cover: more.cover ?? false,
		appended: more.appended ?? [],
		fonts: fontsOf(head.face)
	};
	const of = contentOf(job);
	const before = made.get(of);
	if (before) {
		// Asked for last, it goes last.
		made.delete(of);
		made.set(of, before);
		return Promise.resolve(before);
	}
	const same = underWay.get(of);
	if (same) return same;
	const turn = turnOf();
	if (waiting.size >= MOST_WAITING || waiting.countOf(turn) >= MOST_OF_ONE)
		return Promise.reject(new TooMany(say('many-documents-being-made-just-now')));
	const making = new Promise<Buffer>((done, failed) => {
		waiting.put(turn, { job, done, failed });
		begin();
	})
		.then((bytes) => {
			keep(of, bytes);
			return bytes;
		})
		.finally(() => underWay.delete(of));
	underWay.set(of, making);
	return making;
}
