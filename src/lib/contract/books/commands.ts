import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Nothing, strict, Text } from '../inputs';

/** The company's accounts by what is booked on them. */
export const setAccounts = command('books.set-accounts', {
	right: 'books.see',
	input: Type.Object({ accounts: Type.Record(Type.String({ minLength: 1, maxLength: 120 }), Text(60)) }, strict),
	output: Nothing
});

/** Days up to here take no entry any more; '' opens all. */
export const closeBooks = command('books.close', {
	right: 'books.see',
	input: Type.Object({ through: Type.Union([DayText, Type.Literal('')]) }, strict),
	output: Nothing
});

/** Hands over to the bookkeeping everything up to a day that was not handed over before. Each event once. */
export const exportJournal = command('books.export', {
	right: 'books.see',
	input: Type.Object({ through: DayText }, strict),
	output: Type.Object({ exportId: Type.Union([Type.String(), Type.Null()]), entries: Type.Integer() }, strict)
});
