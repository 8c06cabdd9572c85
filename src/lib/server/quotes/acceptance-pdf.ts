import { hair, paperMoney, render, latin, letterheadOf } from '../documents';
import { readSignature } from '../files';
import { wallTime } from '../../core/time';
import { eq } from 'drizzle-orm';
import { answers } from './schema';
import type { App } from '../app';

const row = (label: string, value: string) => [{ text: label, color: '#5b6468' }, { text: latin(value) }];

/** The record of an acceptance as a PDF, for both sides; null when the revision was not accepted, or before records were kept. */
export async function acceptanceDocument(app: App, revisionId: string): Promise<{ name: string; bytes: Buffer } | null> {
	const a = app.db.orm.select().from(answers).where(eq(answers.revisionId, revisionId)).get();
	const r = a?.record;
	if (!a || !r) return null;
	const when = (ms: number) => {
		const w = wallTime(ms, r.zone);
		return `${w.day} ${w.time}`;
	};
	// A signature that nobody can draw keeps nobody from the record of what was agreed.
	const signature = await readSignature(a.signature).catch(() => null);
	const head = letterheadOf(app);
	const money = paperMoney(head);
	const bytes = await render(head, `Record of acceptance, quote ${r.quote}`, [
		{ text: 'Record of acceptance', fontSize: 16, bold: true },
		{ text: latin(`Quote ${r.quote}, revision ${r.revision}`), color: '#5b6468', margin: [0, 0, 0, 12] },
		{
			table: {
				widths: [120, '*'],
				body: [
					row('Customer', r.customer),
					...(r.site ? [row('Site', r.site)] : []),
					row('Accepted by', r.name),
					row('When', `${r.wallTime} (${r.zone})`),
					row('From', r.address ? `${r.address} · ${r.agent}` : r.agent),
					row('Chosen options', r.chosen.map((c) => c.name).join(', ') || 'none'),
					row('Work and materials', money(r.net)),
					row('Tax', money(r.tax)),
					row('Total', money(r.total))
				]
			},
			layout: hair
		},
		...(signature === null
			? [{ text: 'The picture of the signature that was sent cannot be drawn.', color: '#5b6468', margin: [0, 14, 0, 0] }]
			: signature
				? [{ image: signature, fit: [220, 90], margin: [0, 14, 0, 0] }]
				: []),
		{ text: 'Terms that were agreed to', bold: true, margin: [0, 16, 0, 2] },
		{ text: latin(r.terms), fontSize: 9 },
		...(r.questions.length
			? [
					{ text: 'Questions and answers', bold: true, margin: [0, 16, 0, 2] },
					...r.questions.flatMap((q) => [
						{
							text: latin(`${q.askedBy}, ${when(q.askedAt)}${q.about ? `, about ${q.about}` : ''}: ${q.asked}`),
							fontSize: 9,
							margin: [0, 3, 0, 0]
						},
						{
							text: latin(q.answer ? `${q.answeredBy}: ${q.answer}` : 'Not answered before the acceptance.'),
							fontSize: 9,
							color: '#5b6468'
						}
					])
				]
			: []),
		{ text: 'For checking later', bold: true, margin: [0, 16, 0, 2] },
		{ text: `Revision ${r.revisionHash}`, fontSize: 7.5, color: '#5b6468' },
		{ text: `Record ${a.recordHash}`, fontSize: 7.5, color: '#5b6468' }
	]);
	return { name: `Acceptance-${r.quote}-${r.revision}.pdf`, bytes };
}
