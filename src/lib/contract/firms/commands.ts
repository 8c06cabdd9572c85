import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, MailOrEmpty, Name, Nothing, Text, Version, orNull, strict } from '../inputs';

const Days = Type.Integer({ minimum: 0, maximum: 365 });

/** A firm that works for us or sells to us. */
export const saveFirm = command('firms.save', {
	right: 'plan.change',
	input: Type.Object(
		{
			firmId: Type.Union([Id, Type.Null()]),
			name: Name,
			supplies: Type.Boolean(),
			subcontracts: Type.Boolean(),
			trade: Text(120),
			mail: MailOrEmpty,
			phone: Text(60),
			note: Text(2000),
			contact: Type.Optional(Text(120)),
			/** What we are called in their books. */
			account: Type.Optional(Text(60)),
			/** Where orders go; empty: to its mail. */
			orderMail: Type.Optional(MailOrEmpty),
			/** Days until its bills are due, and a discount for paying within some days; null: not agreed. */
			payDays: Type.Optional(orNull(Days)),
			earlyPercent: Type.Optional(orNull(Type.Integer({ minimum: 1, maximum: 5000 }))),
			earlyDays: Type.Optional(orNull(Days)),
			version: Version
		},
		strict
	),
	output: Type.Object({ firmId: Type.String() }, strict)
});

/** Set aside, it is asked for nothing any more; taken back, it is. */
export const setFirmAside = command('firms.set-aside', {
	right: 'plan.change',
	input: Type.Object({ firmId: Id, archived: Type.Boolean(), version: Version }, strict),
	output: Nothing
});

/** A paper that a firm has to show, and until when it holds. */
export const savePaper = command('firms.save-paper', {
	right: 'plan.change',
	input: Type.Object(
		{
			firmId: Id,
			paperId: Type.Union([Id, Type.Null()]),
			name: Name,
			number: Text(80),
			validUntil: Type.Union([DayText, Type.Null()]),
			version: Version
		},
		strict
	),
	output: Nothing
});

export const removePaper = command('firms.remove-paper', {
	right: 'plan.change',
	input: Type.Object({ paperId: Id }, strict),
	output: Nothing
});
