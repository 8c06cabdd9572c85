import { parseCents, parseQuantity } from '../money';
import { Refusal } from '../refusal';
import { say } from './refusals';

/** What a table of agreements can say of each. */
export const AGREEMENT_FIELDS = ['customer', 'address', 'district', 'visits', 'hours', 'price', 'note', 'latitude', 'longitude'] as const;
export type AgreementField = (typeof AGREEMENT_FIELDS)[number];
/** The column of each field, from 0; −1: none. */
export type AgreementMapping = Record<AgreementField, number>;

const HEADS: Record<AgreementField, RegExp> = {
	customer: /^(customer|client|name|owner|account)( name)?$/i,
	address: /^(site|address|street|property|location|where)( address)?$/i,
	district: /^(district|area|quarter|zone)$/i,
	visits: /^(visits?( sold)?|sold|number of visits|times)$/i,
	hours: /^((labor )?hours|time)$/i,
	price: /^(price|amount|total|sold for)$/i,
	note: /^(notes?|remarks?|what to do|instructions?)$/i,
	latitude: /^(lat|latitude)$/i,
	longitude: /^(lng|lon|long|longitude)$/i
};

/** A row as it can be sold; null: as the service is usually sold. Hours in ten-thousandths, the price in cents. */
export interface AgreementRow {
	customer: string;
	address: string;
	district: string;
	visits: number | null;
	hours: number | null;
	price: number | null;
	note: string;
	lat: number | null;
	lng: number | null;
}
export interface ReadAgreement {
	/** Of the file, from 1. */
	row: number;
	agreement: AgreementRow;
	/** Why it cannot be taken; '' when it can. */
	why: string;
}

/** Which column is which, by its heading. @example guessAgreements(['Customer', 'Street', 'Visits sold']).visits // 2 */
export const guessAgreements = (head: readonly string[]): AgreementMapping =>
	Object.fromEntries(AGREEMENT_FIELDS.map((f) => [f, head.findIndex((h) => HEADS[f].test(h.trim()))])) as AgreementMapping; // each field once

/** A number as typed, or null for an empty cell. @throws Refusal in words */
const typed = (text: string, read: (t: string) => number): number | null => (text === '' ? null : read(text));

function wholeOf(text: string, what: string): number {
	if (!/^\d{1,3}$/.test(text) || Number(text) < 1 || Number(text) > 366)
		throw new Refusal(say('value-refused', { where: what, why: `“${text}” is no number of visits` }));
	return Number(text);
}
function degreesOf(text: string, most: number): number {
	const n = Number(text.replace(',', '.'));
	if (!Number.isFinite(n) || Math.abs(n) > most)
		throw new Refusal(say('value-refused', { where: text, why: 'this is no place on the globe' }));
	return n;
}

/**
 * Agreements of a table whose first row are headings. A row without a customer or an address, or with what is no number, is named with its reason.
 * @param m the column of each field
 */
export function readAgreements(rows: readonly (readonly string[])[], m: AgreementMapping): ReadAgreement[] {
	return rows.slice(1).flatMap((r, n) => {
		if (r.every((c) => c.trim() === '')) return [];
		const cell = (f: AgreementField, most: number) => (m[f] < 0 ? '' : (r[m[f]] ?? '').trim().slice(0, most));
		const agreement: AgreementRow = {
			...{ customer: cell('customer', 200), address: cell('address', 300), district: cell('district', 80), note: cell('note', 2000) },
			...{ visits: null, hours: null, price: null, lat: null, lng: null }
		};
		let why = agreement.customer === '' ? 'It has no customer.' : agreement.address === '' ? 'It has no address.' : '';
		try {
			agreement.visits = typed(cell('visits', 20), (t) => wholeOf(t, 'Visits'));
			agreement.hours = typed(cell('hours', 20), (t) => parseQuantity(t, 'The hours'));
			agreement.price = typed(cell('price', 20), (t) => parseCents(t));
			agreement.lat = typed(cell('latitude', 30), (t) => degreesOf(t, 90));
			agreement.lng = typed(cell('longitude', 30), (t) => degreesOf(t, 180));
			if ((agreement.hours ?? 0) < 0 || (agreement.price ?? 0) < 0) why ||= 'Hours and price are not negative.';
			if ((agreement.lat === null) !== (agreement.lng === null)) why ||= 'A place needs its latitude and its longitude.';
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			why ||= e.message;
		}
		return [{ row: n + 2, agreement, why }];
	});
}

/**
 * The points of a GeoJSON file (RFC 7946) as a table: their properties, and where they lie. Lines and areas are no sites.
 * @throws Refusal for what is none
 */
export function pointsAsTable(text: string): string[][] {
	const points = pointsOf(text);
	const names = [...new Set(points.flatMap((p) => Object.keys(p.properties)))].filter(
		(n) => !HEADS.latitude.test(n) && !HEADS.longitude.test(n)
	);
	const cell = (v: unknown): string => (typeof v === 'string' ? v : typeof v === 'number' ? String(v) : '');
	return [
		[...names, 'latitude', 'longitude'],
		...points.map((p) => [...names.map((n) => cell(p.properties[n])), String(p.at[1]), String(p.at[0])])
	];
}

const isObject = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v);

function pointsOf(text: string): { properties: Record<string, unknown>; at: [number, number] }[] {
	let file: unknown;
	try {
		file = JSON.parse(text);
	} catch {
		throw new Refusal(say('not-geojson'), 'file');
	}
	if (!isObject(file) || !Array.isArray(file['features'])) throw new Refusal(say('not-geojson'), 'file');
	return file['features'].flatMap((f: unknown) => {
		const g = isObject(f) ? f['geometry'] : null;
		const at = isObject(g) && g['type'] === 'Point' && Array.isArray(g['coordinates']) ? g['coordinates'] : [];
		const [lng, lat] = at as unknown[];
		if (!isObject(f) || typeof lng !== 'number' || typeof lat !== 'number') return [];
		return [{ properties: isObject(f['properties']) ? f['properties'] : {}, at: [lng, lat] as [number, number] }];
	});
}

export interface KnownSite {
	id: string;
	address: string;
	customer: string;
}
export type SoldTo = 'known site' | 'new site' | 'new customer';

/** Whose site each row is for: one that is known by customer and address, a new one of a known customer, or both new. */
export function siteFor(
	sites: readonly KnownSite[],
	customers: readonly string[]
): (a: AgreementRow) => { siteId: string | null; to: SoldTo } {
	const plain = (s: string) => s.trim().toLowerCase().replace(/\s+/g, ' ');
	const known = new Map(sites.map((s) => [`${plain(s.customer)}\n${plain(s.address)}`, s.id]));
	const names = new Set([...customers, ...sites.map((s) => s.customer)].map(plain));
	return (a) => {
		const siteId = known.get(`${plain(a.customer)}\n${plain(a.address)}`) ?? null;
		return { siteId, to: siteId !== null ? 'known site' : names.has(plain(a.customer)) ? 'new site' : 'new customer' };
	};
}
