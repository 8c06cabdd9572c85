import { say } from './refusals';
import { Refusal } from '../refusal';

/** A request as a row of a table brings it. */
export interface LeadRow {
	name: string;
	mail: string;
	phone: string;
	address: string;
	wanted: string;
	/** Where it came from, if the table says so. */
	source: string;
}

const HEADS: Record<keyof LeadRow, RegExp> = {
	name: /^(name|customer|contact|full name)$/i,
	mail: /^(e-?mail|mail)( address)?$/i,
	phone: /^(phone|telephone|mobile|cell)( number)?$/i,
	address: /^(address|site|street|where)$/i,
	wanted: /^(wanted|request|message|what|details?|description|notes?)$/i,
	source: /^(source|channel|origin|came (by|from)|campaign|referred by)$/i
};

/**
 * Requests of a table: columns are known by their heading. A row without a name, or with nothing to answer to, is refused with the
 * reason. @throws Refusal when no column is a name
 */
export function readLeadTable(rows: readonly (readonly string[])[]): {
	taken: LeadRow[];
	rejected: { row: number; why: string }[];
	/** Headings of columns that nothing was taken from. */
	unread: string[];
} {
	const at = rows.findIndex((r) => r.some((c) => HEADS.name.test(c.trim())));
	const head = rows[at];
	if (!head) throw new Refusal(say('no-column-called-name-give-columns'), 'file');
	const column = (key: keyof LeadRow) => head.findIndex((h) => HEADS[key].test(h.trim()));
	const cols = Object.fromEntries(Object.keys(HEADS).map((k) => [k, column(k as keyof LeadRow)])) as Record<keyof LeadRow, number>;
	const unread = head.filter((h, n) => h.trim() !== '' && !Object.values(cols).includes(n));
	const taken: LeadRow[] = [];
	const rejected: { row: number; why: string }[] = [];
	rows.slice(at + 1).forEach((r, n) => {
		if (r.every((c) => c.trim() === '')) return;
		const cell = (key: keyof LeadRow, most: number) => (cols[key] < 0 ? '' : (r[cols[key]] ?? '').trim().slice(0, most));
		const lead = {
			name: cell('name', 200),
			mail: cell('mail', 200),
			phone: cell('phone', 60),
			address: cell('address', 300),
			wanted: cell('wanted', 4000),
			source: cell('source', 80)
		};
		const row = at + 2 + n;
		if (lead.name === '') rejected.push({ row, why: 'It has no name.' });
		else if (lead.mail !== '' && !/^[^\s@<>",;]+@[^\s@<>",;]+\.[^\s@<>",;]+$/.test(lead.mail))
			rejected.push({ row, why: `“${lead.mail}” is not a mail address.` });
		else if (lead.mail === '' && lead.phone === '') rejected.push({ row, why: 'It has neither a mail address nor a phone number.' });
		else taken.push(lead);
	});
	return { taken, rejected, unread };
}
