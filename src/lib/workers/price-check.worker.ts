import { cents, type Percent } from '../core/money';
import { checkPrices, unpackParts, type Checked, type CheckedEntry } from '../core/pricing';

/** What is sold, without its parts: those stay in the worker. */
export interface BookHead {
	id: string;
	kind: 'estimate' | 'assembly' | 'flat-rate';
	name: string;
	detail: string;
	path: string;
	estimateId: string | null;
}
export type PriceCheckRequest = { load: string; target: number } | { target: number };
export type PriceCheckAnswer = { checked: Checked[]; heads?: BookHead[] } | { problem: string };

let book: CheckedEntry[] = [];
const say = (answer: PriceCheckAnswer) => self.postMessage(answer);

/** Fetches the book once, and holds it against any margin that is asked for. */
self.onmessage = async (e: MessageEvent<PriceCheckRequest>) => {
	try {
		let heads: BookHead[] | undefined;
		if ('load' in e.data) {
			const r = await fetch(e.data.load);
			if (!r.ok) throw new Error('The book could not be read. Load the page again.');
			const packed = (await r.json()) as (BookHead & { parts: (number | null)[] })[];
			book = packed.map((p) => ({ id: p.id, parts: unpackParts(p.parts), discount: cents(0) }));
			heads = packed.map(({ parts: _, ...head }) => head);
		}
		say({ checked: checkPrices(book, e.data.target as Percent), ...(heads ? { heads } : {}) });
	} catch (problem) {
		say({ problem: (problem as Error).message });
	}
};
