import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, MailOrEmpty, Name, Nothing, strict, Text, Version } from '../inputs';

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
