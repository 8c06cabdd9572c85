import type { Kept } from './kept-store';

/** What became of something that was sent. */
export type Answer =
	{ state: 'saved' } | { state: 'away' } | { state: 'signed out' } | { state: 'refused'; message: string; field: string };
export type Unsent = Omit<Kept, 'seq'>;

/** A line that takes longer than this is as good as none: it is sent again with its key. */
const HANGS = { command: 20_000, picture: 180_000 };
/** As much as goes in one request: the server takes no more, and a line that is lost loses no more. */
const MOST = { things: 25, letters: 150_000 };

/** What can be sent together, in order: commands in bundles, each picture by itself. */
export function bundles<K extends Unsent>(waiting: readonly K[]): K[][] {
	const all: K[][] = [];
	let open: K[] = [];
	let letters = 0;
	for (const k of waiting) {
		const size = JSON.stringify(k.input).length;
		if (k.name === 'picture' || open.length === MOST.things || letters + size > MOST.letters) [open, letters] = [[], 0];
		if (open.length === 0) all.push(open);
		open.push(k);
		letters += size;
		if (k.name === 'picture') [open, letters] = [[], 0];
	}
	return all;
}

/**
 * Sends some things that go together. What the server does not answer itself may have been done or not: it is sent again with its key.
 * @returns an answer for each from the first on; fewer when one could not be taken now
 */
export async function post(bundle: readonly Unsent[], unanswered: string): Promise<Answer[]> {
	const [first] = bundle;
	if (!first) return [];
	try {
		const response = await (bundle.length > 1
			? sendBundle(bundle)
			: first.picture
				? sendPicture(first.key, first.picture)
				: sendOne(first));
		const body = (await response.json().catch(() => ({}))) as { result?: { answers?: { status: number; body: Told }[] } } & Told;
		const each = response.ok && bundle.length > 1 ? (body.result?.answers ?? []) : [{ status: response.status, body }];
		return each.length > 0 ? each.map((a) => answerOf(a.status, a.body, unanswered)) : [{ state: 'away' }];
	} catch {
		return [{ state: 'away' }];
	}
}

interface Told {
	message?: string;
	field?: string;
}

function answerOf(status: number, body: Told, unanswered: string): Answer {
	if (status >= 200 && status < 300) return { state: 'saved' };
	if (status === 401) return { state: 'signed out' };
	// What fails here by itself is told and stands aside: it must not keep all that comes after it.
	if (status >= 502 || status === 429) return { state: 'away' };
	return { state: 'refused', message: body.message ?? unanswered, field: body.field ?? '' };
}

const asJson = (body: unknown): RequestInit => ({
	method: 'POST',
	headers: { 'content-type': 'application/json' },
	signal: AbortSignal.timeout(HANGS.command),
	body: JSON.stringify(body)
});
const said = (k: Unsent) => ({ input: k.input, key: k.key, as: k.person, occurredAt: k.occurredAt });

const sendOne = (k: Unsent) => fetch(`/api/commands/${k.name}`, asJson({ ...said(k), sentAt: Date.now() }));
const sendBundle = (bundle: readonly Unsent[]) =>
	fetch('/api/commands', asJson({ commands: bundle.map((k) => ({ name: k.name, ...said(k) })), sentAt: Date.now() }));

function sendPicture(id: string, file: Blob): Promise<Response> {
	const form = new FormData();
	form.set('picture', file);
	form.set('id', id);
	form.set('key', id);
	return fetch('/api/pictures', { method: 'POST', body: form, signal: AbortSignal.timeout(HANGS.picture) });
}
