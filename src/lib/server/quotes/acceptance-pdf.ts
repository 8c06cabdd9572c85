import { hair, paperMoney, render, latin, letterheadOf } from '../documents';
import { readSignature } from '../files';
import { wallTime } from '../../core/time';
import { eq } from 'drizzle-orm';
import { dayIn, languageOf, paperWords } from '../../core/words';
import { answers, revisions } from './schema';
import type { App } from '../app';

const row = (label: string, value: string) => [{ text: latin(label), color: '#5b6468' }, { text: latin(value) }];

/** The record of an acceptance as a PDF, for both sides; null when the revision was not accepted, or before records were kept. */
export async function acceptanceDocument(app: App, revisionId: string): Promise<{ name: string; bytes: Buffer } | null> {
	const a = app.db.orm.select().from(answers).where(eq(answers.revisionId, revisionId)).get();
	const r = a?.record;
	if (!a || !r) return null;
	const header = app.db.orm.select({ header: revisions.header }).from(revisions).where(eq(revisions.id, revisionId)).get()?.header;
	const language = languageOf(header?.language);
	const w = paperWords(language).record;
	const when = (ms: number) => {
		const at = wallTime(ms, r.zone);
		return w.at(dayIn(language, at.day), at.time);
	};
	// A signature that nobody can draw keeps nobody from the record of what was agreed.
	const signature = await readSignature(a.signature).catch(() => null);
	const head = letterheadOf(app, language);
	const money = paperMoney(head);
	const bytes = await render(head, w.acceptanceOf(r.quote), [
		{ text: w.acceptance, fontSize: 16, bold: true },
		{ text: latin(w.quote(r.quote, r.revision)), color: '#5b6468', margin: [0, 0, 0, 12] },
		{
			table: {
				widths: [120, '*'],
				body: [
					row(w.customer, r.customer),
					...(r.site ? [row(w.site, r.site)] : []),
					row(w.acceptedBy, r.name),
					row(w.when, `${when(a.at)} (${r.zone})`),
					row(w.sentFrom, r.address ? `${r.address} · ${r.agent}` : r.agent),
					row(w.chosen, r.chosen.map((c) => c.name).join(', ') || w.none),
					row(w.work, money(r.net)),
					row(w.tax, money(r.tax)),
					row(w.total, money(r.total))
				]
			},
			layout: hair
		},
		...(signature === null
			? [{ text: w.noSignature, color: '#5b6468', margin: [0, 14, 0, 0] }]
			: signature
				? [{ image: signature, fit: [220, 90], margin: [0, 14, 0, 0] }]
				: []),
		{ text: w.terms, bold: true, margin: [0, 16, 0, 2] },
		{ text: latin(r.terms), fontSize: 9 },
		...(r.questions.length
			? [
					{ text: w.questions, bold: true, margin: [0, 16, 0, 2] },
					...r.questions.flatMap((q) => [
						{
							text: latin(w.asked({ who: q.askedBy, when: when(q.askedAt), about: q.about, asked: q.asked })),
							fontSize: 9,
							margin: [0, 3, 0, 0]
						},
						{
							text: latin(q.answer ? `${q.answeredBy}: ${q.answer}` : w.notAnswered),
							fontSize: 9,
							color: '#5b6468'
						}
					])
				]
			: []),
		{ text: w.checking, bold: true, margin: [0, 16, 0, 2] },
		{ text: latin(`${w.hashOfRevision} ${r.revisionHash}`), fontSize: 7.5, color: '#5b6468' },
		{ text: latin(`${w.hashOfRecord} ${a.recordHash}`), fontSize: 7.5, color: '#5b6468' }
	]);
	return { name: `Acceptance-${r.quote}-${r.revision}.pdf`, bytes };
}
