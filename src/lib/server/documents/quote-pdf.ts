import { isEmptyRich, richOf, type QuoteLayout, type RichText, type Run } from '../../core/documents';
import { dayIn, customerWords, paperWords, type Language } from '../../core/words';
import type { CustomerView } from '../../core/estimate';
import type { RecurringSum } from '../../core/quotes';
import { formatPercent, formatQuantity, formatRate, type Cents, type Percent, type Rate } from '../../core/money';
import type { Letterhead } from './letterhead';
import { GREY, hair, latin, paperMoney, render } from './render';

/** All that a quote says, ready to be laid out. */
export interface QuoteDocument {
	letterhead: Letterhead;
	number: number;
	revision: number;
	/** The change order it offers. */
	change?: number | undefined;
	day: string;
	validUntil: string;
	by: string;
	title: string;
	customer: string;
	site: string;
	intro: string;
	opening: RichText;
	closing: RichText;
	terms: string;
	layout: QuoteLayout;
	view: CustomerView;
	/** Pictures with their marks drawn in, as data addresses. */
	pictures: { data: string; caption: string; pins: string[] }[];
	/** Data sheets that come at the end. */
	sheets: { name: string; bytes: Uint8Array }[];
	signers: string[];
	accepted: { name: string; day: string } | null;
	/** What is due on acceptance: its share in hundredths of a percent, and the amount. */
	deposit?: { percent: number; amount: Cents } | null;
	/** What is charged again and again when it is accepted. */
	recurring?: RecurringSum[];
	/** Who issued it, as they stand on it; picture and signature as data addresses, empty: none. */
	issuer?: { name: string; title: string; picture: string; signature: string } | null;
}
type Scope = CustomerView['scopes'][number];
const paper = (q: QuoteDocument) => paperWords(q.letterhead.language);
const asked = (q: QuoteDocument) => customerWords(q.letterhead.language);
const dayOf = (q: QuoteDocument, day: string) => latin(dayIn(q.letterhead.language, day));

/** An amount as it is shown; nothing where the layout keeps it back. */
const shown = (q: QuoteDocument, amount: Cents | null) => (amount === null ? '' : paperMoney(q.letterhead)(amount));

const runs = (r: readonly Run[]) =>
	r.map((x) => ({ text: latin(x.text), ...(x.bold ? { bold: true } : {}), ...(x.italic ? { italics: true } : {}) }));

/** Written text as the document holds it. */
function written(text: RichText): object[] {
	return text.map((b) =>
		b.type === 'list'
			? { [b.ordered ? 'ol' : 'ul']: b.items.map((i) => ({ text: runs(i) })), margin: [0, 2, 0, 6] }
			: b.type === 'heading'
				? { text: runs(b.runs), bold: true, fontSize: 12, margin: [0, 8, 0, 2] }
				: { text: runs(b.runs), margin: [0, 0, 0, 6] }
	);
}

export const taxRows = (
	taxes: readonly { name: string; rate: Rate; base: Cents | null; tax: Cents }[],
	money: (n: number) => string,
	language: Language = 'en'
) =>
	taxes.map((t) => [
		{ text: `${t.name}, ${latin(formatRate(t.rate, 2))}${t.base === null ? '' : paperWords(language).ofBase(money(t.base))}`, color: GREY },
		{ text: money(t.tax), alignment: 'right' }
	]);
export const totals = (rows: object[][]) => ({
	margin: [0, 12, 0, 0],
	table: { widths: ['*', 90], body: rows },
	layout: hair,
	unbreakable: true
});

/** A heading that is also a bookmark, and a line of the contents. */
const heading = (text: string, more: object = {}) => ({
	text: latin(text),
	bold: true,
	fontSize: 14,
	margin: [0, 18, 0, 4],
	outline: true,
	headlineLevel: 1,
	tocItem: true,
	...more
});

function lineTable(q: QuoteDocument, lines: Scope['lines']): object[] {
	const listed = lines.filter((l) => !l.option || l.chosen);
	if (q.layout.detail === 'scopes' || listed.length === 0) return [];
	const priced = q.layout.amounts === 'lines';
	return [
		{
			margin: [0, 2, 0, 4],
			fontSize: 9.5,
			table: {
				widths: priced ? ['*', 80, 80] : ['*', 80],
				body: listed.map((l) =>
					l.heading
						? [{ text: latin(l.text), bold: true, colSpan: priced ? 3 : 2 }, ...(priced ? [{}, {}] : [{}])]
						: [
								latin(l.text),
								{ text: l.quantity === null ? '' : latin(`${formatQuantity(l.quantity)} ${l.unit}`), alignment: 'right', color: GREY },
								...(priced ? [{ text: shown(q, l.amount), alignment: 'right' }] : [])
							]
				)
			},
			layout: hair
		}
	];
}

/** A scope: its name with its amount, its wording, its lines, and the options within it. */
function scopeBlock(q: QuoteDocument, s: Scope, small: boolean): object[] {
	const inside = s.lines.filter((l) => l.option && !l.chosen);
	return [
		{
			columns: [
				{
					text: latin(s.name),
					bold: true,
					fontSize: small ? 10 : 11.5,
					outline: true,
					outlineParentId: s.option ? 'options' : 'scopes',
					tocItem: q.layout.layout === 'proposal',
					tocMargin: [14, 0, 0, 0]
				},
				{ text: shown(q, s.amount), alignment: 'right', bold: true, width: 90 }
			],
			margin: [0, small ? 6 : 12, 0, 2]
		},
		...(s.wording ? [{ text: latin(s.wording), color: '#4b5457', margin: [0, 0, 0, 2] }] : []),
		...lineTable(q, s.lines),
		...(inside.length > 0 && !small
			? [
					{ text: latin(paper(q).ifYouLike), color: GREY, margin: [0, 2, 0, 0] },
					...inside.map((l) => ({
						columns: [{ text: latin(l.text) }, { text: shown(q, l.amount), alignment: 'right', width: 90 }],
						margin: [10, 0, 0, 0]
					}))
				]
			: [])
	];
}

const sums = (q: QuoteDocument): object[] => [
	totals([
		...(q.view.discount
			? [[{ text: latin(asked(q).quote.discount) }, { text: `−${paperMoney(q.letterhead)(q.view.discount)}`, alignment: 'right' }]]
			: []),
		[{ text: latin(asked(q).net) }, { text: paperMoney(q.letterhead)(q.view.totals.net), alignment: 'right' }],
		...taxRows(q.view.totals.taxes, paperMoney(q.letterhead), q.letterhead.language),
		[
			{ text: latin(asked(q).total), bold: true, fontSize: 12 },
			{ text: paperMoney(q.letterhead)(q.view.totals.total), bold: true, fontSize: 12, alignment: 'right' }
		]
	]),
	...(q.deposit
		? [
				{
					text: latin(paper(q).deposit(formatPercent(q.deposit.percent as Percent), paperMoney(q.letterhead)(q.deposit.amount))),
					...{ alignment: 'right', color: GREY, margin: [0, 4, 0, 0] }
				}
			]
		: []),
	...recurring(q)
];

/** What comes again and again stands apart from the total: a table of its own for each period. */
const recurring = (q: QuoteDocument): object[] =>
	(q.recurring ?? []).map((r) => {
		const money = paperMoney(q.letterhead);
		const right = (text: string, more: object = {}) => ({ text, alignment: 'right', ...more });
		return totals([
			[{ text: latin(paper(q).again[r.period]), bold: true }, { text: '' }],
			...r.lines.map((l) => [{ text: latin(l.text) }, right(money(l.amount))]),
			...r.taxes.map((t) => [{ text: `${t.name}, ${latin(formatRate(t.rate, 2))}`, color: GREY }, right(money(t.tax))]),
			[{ text: latin(paper(q).againTotal[r.period]), bold: true }, right(money(r.total), { bold: true })]
		]);
	});

/** Whoever issued it: picture, signature, name and title. */
const issuedBy = ({ issuer }: QuoteDocument): object[] =>
	issuer
		? [
				{
					unbreakable: true,
					margin: [0, 16, 0, 0],
					columns: [
						...(issuer.picture ? [{ image: issuer.picture, fit: [64, 64], width: 76, alt: issuer.name }] : []),
						{
							stack: [
								...(issuer.signature ? [{ image: issuer.signature, fit: [130, 40], margin: [0, 0, 0, 2], alt: issuer.name }] : []),
								{ text: latin(issuer.name), bold: true },
								...(issuer.title ? [{ text: latin(issuer.title), color: GREY }] : [])
							]
						}
					]
				}
			]
		: [];

const numberWords = (q: QuoteDocument) => latin(paper(q).quote(q.change, q.number, q.revision));

const addressed = (q: QuoteDocument): object => ({
	columns: [
		{ stack: [{ text: latin(q.customer), bold: true }, { text: latin(q.site) }] },
		{
			stack: [
				{ text: numberWords(q), bold: true },
				{ text: dayOf(q, q.day) },
				{ text: latin(paper(q).validUntil(dayIn(q.letterhead.language, q.validUntil))) }
			],
			alignment: 'right'
		}
	]
});

/** The first page of a proposal: whose, for whom, what, until when. */
const cover = (q: QuoteDocument): object[] => [
	...(q.letterhead.logo
		? [{ image: q.letterhead.logo, fit: [200, 90], margin: [0, 10, 0, 20], alt: paper(q).logo(q.letterhead.name) }]
		: []),
	{ text: latin(q.letterhead.name), fontSize: 22, bold: true, color: q.letterhead.color, margin: [0, q.letterhead.logo ? 0 : 60, 0, 0] },
	{ text: latin(q.letterhead.line), color: GREY, margin: [0, 2, 0, 120] },
	{ canvas: [{ type: 'rect', x: 0, y: 0, w: 84, h: 5, color: q.letterhead.color }], margin: [0, 0, 0, 16] },
	{ text: latin(q.title), fontSize: 30, bold: true, lineHeight: 1.1, outline: true, outlineText: latin(q.title) },
	{ text: latin(q.site), fontSize: 13, color: GREY, margin: [0, 8, 0, 70] },
	{
		columns: [
			{
				stack: [
					{ text: paper(q).for, color: GREY },
					{ text: latin(q.customer), fontSize: 13, bold: true }
				]
			},
			{
				stack: [
					{ text: paper(q).from, color: GREY },
					{ text: latin(q.by), fontSize: 13, bold: true },
					{ text: latin(q.letterhead.contact), color: GREY }
				]
			}
		],
		margin: [0, 0, 0, 40]
	},
	{
		text: `${numberWords(q)} · ${dayOf(q, q.day)} · ${latin(paper(q).validUntil(dayIn(q.letterhead.language, q.validUntil)))}`,
		color: GREY,
		pageBreak: 'after'
	}
];

/** Where it is signed on paper: boxes for what can be chosen, and a line for everybody who signs. */
function signaturePage(q: QuoteDocument): object[] {
	const open = [
		...q.view.scopes.filter((s) => s.option),
		...q.view.scopes.flatMap((s) =>
			s.lines.filter((l) => l.option).map((l) => ({ id: l.id, name: l.text, amount: l.amount, chosen: l.chosen }))
		)
	];
	const box = (ticked: boolean) => ({
		width: 16,
		canvas: [
			{ type: 'rect', x: 0, y: 1, w: 9, h: 9, lineWidth: 0.8, lineColor: '#23282b' },
			...(ticked ? [{ type: 'rect', x: 2, y: 3, w: 5, h: 5, color: '#23282b' }] : [])
		]
	});
	const line = (words: string) => ({
		stack: [
			{ canvas: [{ type: 'line', x1: 0, y1: 0, x2: 225, y2: 0, lineWidth: 0.6 }] },
			{ text: latin(words), color: GREY, fontSize: 8.5, margin: [0, 3, 0, 0] }
		],
		margin: [0, 34, 0, 0]
	});
	return [
		heading(paper(q).acceptance, { pageBreak: 'before' }),
		{
			text: latin(paper(q).weAccept(numberWords(q), paperMoney(q.letterhead)(q.view.totals.total), open.length > 0))
		},
		...open.map((o) => ({
			columns: [box(o.chosen), { text: latin(o.name) }, { text: shown(q, o.amount), alignment: 'right', width: 90 }],
			margin: [0, 6, 0, 0]
		})),
		...(q.signers.length ? q.signers : ['']).map((s) => ({
			columns: [line(paper(q).signature(s)), line(paper(q).placeAndDay)]
		}))
	];
}

function groupsAndOptions(q: QuoteDocument, small: boolean): object[] {
	const offered = q.view.scopes.filter((s) => s.option && !s.chosen);
	if (offered.length === 0) return [];
	return [
		small
			? { text: latin(asked(q).quote.add), bold: true, fontSize: 12, margin: [0, 14, 0, 0], outline: true, id: 'options', tocItem: true }
			: heading(asked(q).quote.add, { id: 'options' }),
		...offered.flatMap((s) => {
			const group = q.view.groups.find((g) => g.id === s.groupId);
			return scopeBlock(
				q,
				group ? { ...s, name: `${s.name} (${group.name}: ${asked(q).quote.rule(group.least, group.most).toLowerCase()})` } : s,
				small
			);
		})
	];
}

/** A quote revision as a PDF with the company's letterhead, laid out as it was issued. */
export function quotePdf(q: QuoteDocument): Promise<Buffer> {
	const included = q.view.scopes.filter((s) => !s.option || s.chosen);
	const small = q.layout.layout === 'one page';
	const long = q.layout.layout === 'proposal';
	const intro = q.intro.trim() ? richOf(q.intro) : [];
	const accepted = q.accepted
		? [
				{
					text: latin(paper(q).acceptedBy(q.accepted.name, dayIn(q.letterhead.language, q.accepted.day))),
					bold: true,
					margin: [0, 16, 0, 0]
				}
			]
		: [];
	const said = [
		long
			? heading(asked(q).quote.terms)
			: { text: latin(asked(q).quote.terms), bold: true, margin: [0, small ? 10 : 18, 0, 2], outline: true },
		{ text: latin(q.terms), fontSize: small ? 7.5 : 9, color: '#4b5457' }
	];
	// Terms of a page or less are not torn apart.
	const terms = q.terms.length < 3000 ? [{ stack: said, unbreakable: true }] : said;
	const body: object[] = long
		? [
				...cover(q),
				{ toc: { title: { text: latin(paper(q).contents), bold: true, fontSize: 14, margin: [0, 0, 0, 8] } } },
				...(intro.length || !isEmptyRich(q.opening) ? [heading(paper(q).introduction), ...written(intro), ...written(q.opening)] : []),
				heading(paper(q).whatWeDo, { id: 'scopes' }),
				...included.flatMap((s) => scopeBlock(q, s, false)),
				...(q.pictures.length
					? [
							heading(paper(q).pictures, { pageBreak: 'before' }),
							...q.pictures.flatMap((p, n) => [
								{ image: p.data, fit: [504, 300], margin: [0, 8, 0, 4], alt: p.caption || paper(q).pictureOf(n + 1) },
								...(p.caption ? [{ text: latin(p.caption), bold: true }] : []),
								...p.pins.map((pin) => ({ text: latin(pin), color: '#4b5457' }))
							])
						]
					: []),
				...groupsAndOptions(q, false),
				heading(paper(q).comesTo),
				...sums(q),
				...(isEmptyRich(q.closing) ? [] : [heading(paper(q).comesNext), ...written(q.closing)]),
				...issuedBy(q),
				...terms,
				...(q.accepted ? accepted : signaturePage(q)),
				...(q.sheets.length
					? [heading(paper(q).dataSheets), { text: latin(paper(q).pagesBehind), color: GREY }, { ul: q.sheets.map((s) => latin(s.name)) }]
					: [])
			]
		: [
				addressed(q),
				{ text: latin(q.title), fontSize: 16, bold: true, margin: [0, small ? 10 : 18, 0, 4], outline: true, id: 'scopes' },
				...(small ? [] : [...written(intro), ...written(q.opening)]),
				...included.flatMap((s) => scopeBlock(q, s, small)),
				...groupsAndOptions(q, small),
				...sums(q),
				...(small || isEmptyRich(q.closing) ? [] : [{ text: ' ' }, ...written(q.closing)]),
				...issuedBy(q),
				...terms,
				...accepted
			];
	return render(q.letterhead, asked(q).quote.title(q.number), body, {
		cover: long,
		appended: long ? q.sheets.map((s) => s.bytes) : [],
		subject: `${numberWords(q)}: ${q.title}`
	});
}
