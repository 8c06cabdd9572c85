import { createRequire } from 'node:module';
import { Worker } from 'node:worker_threads';
import type { Face } from '../../core/documents';
import { moneyIn } from '../../core/money';
import type { Letterhead } from './letterhead';
import { pdfWorker, type PdfAnswer, type PdfJob } from './pdf-worker';

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

interface Waiting {
	done: (bytes: Buffer) => void;
	failed: (e: Error) => void;
	timer: NodeJS.Timeout;
}
let worker: Worker | null = null;
let next = 0;
const waiting = new Map<number, Waiting>();

function settle(id: number, how: (w: Waiting) => void): void {
	const w = waiting.get(id);
	if (!w) return;
	waiting.delete(id);
	clearTimeout(w.timer);
	how(w);
	if (waiting.size === 0) worker?.unref();
}

function lost(e: Error): void {
	worker = null;
	for (const id of [...waiting.keys()]) settle(id, (w) => w.failed(e));
}

/** The one thread that makes PDFs. It is begun with the first document, and again when it was lost. */
function thread(): Worker {
	if (worker) return worker;
	// As text, with nothing but what Node has: it needs no file of its own, wherever the server was built to.
	const own = new Worker(
		`globalThis.__name = (f) => f;
		const { parentPort, workerData } = require('node:worker_threads');
		(${pdfWorker.toString()})(require('node:module').createRequire(workerData.from), parentPort);`,
		{ eval: true, workerData: { from: import.meta.url } }
	);
	own.on('message', (a: PdfAnswer) => {
		settle(a.id, (w) => {
			if ('bytes' in a) w.done(Buffer.from(a.bytes));
			else w.failed(new Error(a.problem));
		});
	});
	own.on('error', lost);
	own.on('exit', (code) => {
		if (worker === own) lost(new Error(`The thread that makes PDFs ended (${code}).`));
	});
	own.unref();
	worker = own;
	return own;
}

/** A document of the company: its letterhead above, its foot and the page numbers below. Made beside the server's own thread. */
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
		head: { ...head, name: said(head.name), line: said(head.line), footer: said(head.footer), contact: said(head.contact) },
		title,
		subject: more.subject ?? title,
		content,
		cover: more.cover ?? false,
		appended: more.appended ?? [],
		fonts: fontsOf(head.face)
	};
	return new Promise((done, failed) => {
		const timer = setTimeout(() => {
			void worker?.terminate();
			lost(new Error('The document took longer than a minute.'));
		}, LONGEST_MS);
		waiting.set(id, { done, failed, timer });
		const t = thread();
		t.ref();
		t.postMessage(job);
	});
}
