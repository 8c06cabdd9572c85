import type { Quantity } from '../money';
import { flatPrice, type FlatMaterial, type FlatPrice, type FlatTerms, type FlatWork } from './flat-rate';

/** A service as its publisher gives it, known by its key through all editions. */
export interface PublishedService extends FlatWork {
	key: string;
	category: string;
	title: string;
	wording: string;
	hours: Quantity;
	materials: FlatMaterial[];
}
/** A service as the company has it. */
export interface HeldService extends PublishedService {
	/** Left alone by editions. */
	ours: boolean;
	/** The publisher took it out in an earlier edition. */
	withdrawn: boolean;
	/** What the publisher last said of it, also while it is kept as ours. */
	published: PublishedService | null;
}
export interface EditionChange {
	key: string;
	title: string;
	before: FlatPrice;
	after: FlatPrice;
	hours: [before: Quantity, after: Quantity];
	/** What is different: title, wording, category, hours, materials. */
	what: string[];
}
export interface EditionDiff {
	added: { service: PublishedService; price: FlatPrice }[];
	withdrawn: { key: string; title: string; ours: boolean }[];
	changed: EditionChange[];
	/** Kept as ours: the edition changes what the publisher says, but not what the company has. */
	left: EditionChange[];
	unchanged: number;
}

const FIELDS = ['title', 'wording', 'category', 'hours', 'materials'] as const;

/** What is different between two states of a service, by field. */
export function serviceChanges(a: PublishedService, b: PublishedService): string[] {
	return FIELDS.filter((f) => JSON.stringify(plain(a[f])) !== JSON.stringify(plain(b[f])));
}
/** Keys of a material in one order, so that only content counts. */
const plain = (v: unknown): unknown => (Array.isArray(v) ? v.map((m: FlatMaterial) => [m.name, m.quantity, m.unit, m.cost]) : v);

/**
 * What taking an edition would do to a catalog: new, withdrawn, changed with hours, cost and price before and after, and what is kept
 * as ours and stays. Prices by the company's own terms, so that the preview shows what customers will be asked.
 */
export function compareEdition(held: readonly HeldService[], edition: readonly PublishedService[], terms: FlatTerms): EditionDiff {
	const byKey = new Map(held.map((h) => [h.key, h]));
	const still = new Set(edition.map((s) => s.key));
	const diff: EditionDiff = { added: [], withdrawn: [], changed: [], left: [], unchanged: 0 };
	for (const s of edition) {
		const h = byKey.get(s.key);
		if (!h) {
			diff.added.push({ service: s, price: flatPrice(s, terms) });
			continue;
		}
		const from = h.ours ? (h.published ?? h) : h;
		const what = [...serviceChanges(from, s), ...(h.withdrawn ? ['offered again'] : [])];
		if (what.length === 0) diff.unchanged += 1;
		else
			(h.ours ? diff.left : diff.changed).push({
				key: s.key,
				title: s.title,
				before: flatPrice(from, terms),
				after: flatPrice(s, terms),
				hours: [from.hours, s.hours],
				what
			});
	}
	for (const h of held)
		if (!h.withdrawn && !still.has(h.key) && h.published) diff.withdrawn.push({ key: h.key, title: h.title, ours: h.ours });
	return diff;
}
