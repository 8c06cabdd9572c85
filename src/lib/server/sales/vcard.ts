import { say } from '../../contract/refusals/sales';
import ICAL from 'ical.js';
import { Refusal } from '../../core/refusal';

/** A customer as an address card: who, how to reach them, where. */
export interface CardOf {
	id: string;
	name: string;
	kind: 'person' | 'organization';
	mail: string;
	phone: string;
	address: string;
	notes: string;
	contacts: { name: string; role: string; mail: string; phone: string }[];
}

/** What is read out of a card. */
export interface ReadCard {
	name: string;
	kind: 'person' | 'organization';
	mail: string;
	phone: string;
	address: string;
	notes: string;
	contacts: { name: string; role: string; mail: string; phone: string }[];
}

const property = (card: ICAL.Component, name: string, value: string | string[], more: Record<string, string> = {}) => {
	const p = new ICAL.Property(name, card);
	for (const [k, v] of Object.entries(more)) p.setParameter(k, v);
	p.setValue(value);
	card.addProperty(p);
};

const blank = () => new ICAL.Component(['vcard', [], []]);

/** The family name last: “Orla Penhallow” is Penhallow;Orla. */
function nameParts(name: string): string[] {
	const words = name.trim().split(/\s+/);
	const family = words.length > 1 ? (words.pop() ?? '') : '';
	return [family || (words[0] ?? ''), family ? words.join(' ') : '', '', '', ''];
}

function begin(name: string, kind: 'individual' | 'org', uid: string): ICAL.Component {
	const card = blank();
	property(card, 'version', '4.0');
	property(card, 'kind', kind);
	property(card, 'uid', `urn:nickel-yard:${uid}`);
	property(card, 'fn', name);
	if (kind === 'individual') property(card, 'n', nameParts(name));
	return card;
}

/** Cards in vCard 4.0 (RFC 6350): one for each customer, and one for each of its contacts, tied to it by ORG. */
export function writeCards(customers: readonly CardOf[]): string {
	const cards: ICAL.Component[] = [];
	for (const c of customers) {
		const card = begin(c.name, c.kind === 'person' ? 'individual' : 'org', c.id);
		if (c.kind === 'organization') property(card, 'org', [c.name]);
		if (c.mail) property(card, 'email', c.mail);
		if (c.phone) property(card, 'tel', c.phone);
		// Street alone: addresses are kept as one line, and are read back as one.
		if (c.address) property(card, 'adr', ['', '', c.address, '', '', '', '']);
		if (c.notes) property(card, 'note', c.notes);
		cards.push(card);
		c.contacts.forEach((p, n) => {
			const own = begin(p.name, 'individual', `${c.id}-${n + 1}`);
			property(own, 'org', [c.name]);
			if (p.role) property(own, 'role', p.role);
			if (p.mail) property(own, 'email', p.mail);
			if (p.phone) property(own, 'tel', p.phone);
			cards.push(own);
		});
	}
	return cards.map((c) => `${c.toString()}\r\n`).join('');
}

const text = (card: ICAL.Component, name: string): string => {
	const value: unknown = card.getFirstPropertyValue(name);
	if (value === null || value === undefined) return '';
	// Parts of an address or an organization, set apart by semicolons.
	const flat = (v: unknown): string => (Array.isArray(v) ? v.map(flat).filter(Boolean).join(', ') : typeof v === 'string' ? v.trim() : '');
	return flat(value).slice(0, 1000);
};

/**
 * Reads cards of vCard 3 or 4. A person with an organization that has a card of its own in the same file becomes a contact of it;
 * one whose organization has none stands for it. @throws Refusal for what is no card file
 */
export function readCards(source: string): ReadCard[] {
	let parsed: unknown[];
	try {
		const all = ICAL.parse(source.trim().replaceAll(/^\uFEFF/g, '')) as unknown[];
		parsed = typeof all[0] === 'string' ? [all] : all;
	} catch {
		throw new Refusal(say('file-holds-no-address-cards-vcard'), 'file');
	}
	const cards = parsed
		.filter((p): p is [string, unknown[], unknown[]] => Array.isArray(p) && p[0] === 'vcard')
		.map((p) => new ICAL.Component(p as never));
	if (cards.length === 0) throw new Refusal(say('file-holds-no-address-cards-vcard'), 'file');
	const read: (ReadCard & { org: string; role: string })[] = cards.map((c) => {
		const org = text(c, 'org');
		const name = text(c, 'fn') || org || text(c, 'n');
		const isOrg = text(c, 'kind').toLowerCase() === 'org' || (org !== '' && org.toLowerCase() === name.toLowerCase());
		return {
			name: name.slice(0, 200),
			kind: isOrg ? 'organization' : 'person',
			mail: text(c, 'email').slice(0, 200),
			phone: text(c, 'tel').replace(/^tel:/i, '').slice(0, 60),
			address: text(c, 'adr').slice(0, 300),
			notes: text(c, 'note'),
			contacts: [],
			org,
			role: text(c, 'role') || text(c, 'title')
		};
	});
	const firms = new Map(read.filter((r) => r.kind === 'organization').map((r) => [r.name.toLowerCase(), r]));
	const customers: ReadCard[] = [];
	for (const { org, role, ...r } of read) {
		const firm = org && r.kind === 'person' ? firms.get(org.toLowerCase()) : undefined;
		if (firm) firm.contacts.push({ name: r.name, role: role.slice(0, 80), mail: r.mail, phone: r.phone });
		else if (org && r.kind === 'person')
			customers.push({
				...r,
				name: org.slice(0, 200),
				kind: 'organization',
				contacts: [{ name: r.name, role: role.slice(0, 80), mail: r.mail, phone: r.phone }]
			});
		else customers.push(firms.get(r.name.toLowerCase()) ?? r);
	}
	return [...new Set(customers)].map(({ name, kind, mail, phone, address, notes, contacts }) => ({
		name,
		kind,
		mail,
		phone,
		address,
		notes,
		contacts
	}));
}
