import { parentPort } from 'node:worker_threads';
import { cents, percent } from '../../src/lib/core/money';
import { checkPrices, unpackParts } from '../../src/lib/core/pricing';

/** What the page’s worker does with the book: takes it in as text, and holds it against a margin. */
parentPort?.on('message', (text: string) => {
	const packed = JSON.parse(text) as { id: string; parts: (number | null)[] }[];
	const book = packed.map((p) => ({ id: p.id, parts: unpackParts(p.parts), discount: cents(0) }));
	parentPort?.postMessage(checkPrices(book, percent(1000)).length);
});
