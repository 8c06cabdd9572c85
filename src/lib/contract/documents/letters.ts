import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Text, strict, Version, Nothing } from '../inputs';

/** The letters to choose from when a quote is issued. The first stands there until another is chosen. */
export const saveLetters = command('company.letters', {
	right: 'company.change',
	input: Type.Object(
		{
			letters: Type.Array(Type.Object({ id: Id, name: Name, subject: Text(200), text: Text(8000), message: Text(600) }, strict), {
				maxItems: 30
			}),
			version: Version
		},
		strict
	),
	output: Nothing
});
