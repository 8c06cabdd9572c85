import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Name, strict, Id, Nothing } from '../inputs';

/** Pages whose views can be kept. */
export const VIEW_PAGES = ['track', 'customers', 'quotes', 'jobs', 'invoices'] as const;

/** Keeps what a list shows, under a name: for oneself or for everybody. The same name of the same person is put in its place. */
export const saveView = command('views.save', {
	right: 'own.account',
	input: Type.Object(
		{
			page: Type.Union(VIEW_PAGES.map((p) => Type.Literal(p))),
			name: Name,
			/** Only the part of the address behind the question mark. */
			query: Type.String({ maxLength: 1000, pattern: '^[^#\\s]*$' }),
			everybody: Type.Boolean()
		},
		strict
	),
	output: Type.Object({ viewId: Type.String() }, strict)
});

export const removeView = command('views.remove', {
	right: 'own.account',
	input: Type.Object({ viewId: Id }, strict),
	output: Nothing
});
