import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Nothing, PercentIn, Text, strict } from '../inputs';
import { LayoutInput } from '../documents/settings';

/** Freezes the estimate as the next revision of the job's quote, gives it its number and mails the link. */
export const issueQuote = command('quotes.issue', {
	right: 'quotes.issue',
	input: Type.Object(
		{
			estimateId: Id,
			/** Addresses with commas between; empty: only frozen. */
			to: Text(1000),
			subject: Text(200),
			text: Text(8000),
			despite: Type.Optional(Type.Boolean()),
			/** Phone numbers that get a text message with the link, and what it says. */
			textTo: Type.Optional(Text(200)),
			message: Type.Optional(Text(600)),
			/** A copy to whoever issues it. */
			copy: Type.Optional(Type.Boolean()),
			/** When it goes out, as wall time of the company: 2027-04-15T08:00; empty: now. */
			sendAt: Type.Optional(Text(16)),
			/** Keep this wording for the next quotes. */
			keep: Type.Optional(Type.Boolean()),
			/** How the document is laid out; absent: as the company does. */
			layout: Type.Optional(LayoutInput),
			/** Text blocks that it begins and ends with; absent: all of them. */
			blocks: Type.Optional(Type.Array(Id, { maxItems: 40 })),
			/** Files of the customer that go with it, as links on its page. */
			files: Type.Optional(Type.Array(Id, { maxItems: 40, uniqueItems: true })),
			/** What is due on acceptance, hundredths of a percent of the total; absent: as the company asks. */
			deposit: Type.Optional(PercentIn),
			/** Who must all sign; fewer than two: whoever accepts. */
			signers: Type.Optional(Type.Array(Name, { maxItems: 8 }))
		},
		strict
	),
	output: Type.Object({ quoteNumber: Type.Integer(), revision: Type.Integer(), revisionId: Type.String(), linkId: Type.String() }, strict)
});

/** Takes an open quote back: its page says so. The customer is told by mail where that is wished. */
export const withdrawQuote = command('quotes.withdraw', {
	right: 'quotes.issue',
	input: Type.Object(
		{
			revisionId: Id,
			tell: Type.Optional(
				Type.Object({ to: Type.String({ format: 'email', maxLength: 200 }), subject: Text(200), text: Text(8000) }, strict)
			)
		},
		strict
	),
	output: Nothing
});

/** A customer opened the page. The company's own people are not counted; that is decided where the page is served. */
export const seeQuote = command('quotes.see', {
	right: 'quote link',
	input: Type.Object({ device: Text(40) }, strict),
	output: Type.Object({ viewId: Type.String() }, strict)
});

/** How long a visit lasted and which options were tried; sent by the page when it is left. Grows only, and only on a visit of this quote. */
export const seenFor = command('quotes.seen-for', {
	right: 'quote link',
	input: Type.Object(
		{ viewId: Id, seconds: Type.Integer({ minimum: 0, maximum: 86_400 }), tried: Type.Array(Id, { maxItems: 200 }) },
		strict
	),
	output: Nothing
});

export const Signature = Type.String({ maxLength: 300_000, pattern: '^(|data:image/png;base64,[A-Za-z0-9+/=]+)$' });

/** The customer accepts with options and a signature, or declines with a reason. One answer, however often it is sent. */
export const answerQuote = command('quotes.answer', {
	right: 'quote link',
	input: Type.Object(
		{
			answer: Type.Union([Type.Literal('accepted'), Type.Literal('declined')]),
			name: Text(200),
			signature: Signature,
			agreed: Type.Boolean(),
			chosen: Type.Array(Id, { maxItems: 500, uniqueItems: true }),
			reason: Text(1000),
			address: Text(100),
			agent: Text(300)
		},
		strict
	),
	output: Type.Object(
		{
			answer: Type.Union([Type.Literal('accepted'), Type.Literal('declined'), Type.Literal('signed')]),
			total: Type.Integer(),
			missing: Type.Optional(Type.Array(Type.String()))
		},
		strict
	)
});

/** Acceptance on paper, recorded by the office. */
export const acceptByHand = command('quotes.accept-by-hand', {
	right: 'quotes.accept-by-hand',
	input: Type.Object({ revisionId: Id, name: Text(200), chosen: Type.Optional(Type.Array(Id, { maxItems: 500 })) }, strict),
	output: Type.Object(
		{
			answer: Type.Union([Type.Literal('accepted'), Type.Literal('declined'), Type.Literal('signed')]),
			total: Type.Integer(),
			missing: Type.Optional(Type.Array(Type.String()))
		},
		strict
	)
});
