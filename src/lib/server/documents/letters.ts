import { Type } from '@sinclair/typebox';
import { fillLetter, LETTER_WORDS } from '../../core/quotes';
import { ownWord } from '../../core/sales';
import { Refusal } from '../../core/refusal';
import { defineCommand } from '../commands';
import { Id, Name, strict, Text, Version } from '../commands/inputs';
import { company } from '../db/schema';

/** The letters to choose from when a quote is issued. The first stands there until another is chosen. */
export const saveLetters = defineCommand({
	name: 'company.letters',
	access: 'company.change',
	input: Type.Object(
		{
			letters: Type.Array(Type.Object({ id: Id, name: Name, subject: Text(200), text: Text(8000), message: Text(600) }, strict), {
				maxItems: 30
			}),
			version: Version
		},
		strict
	),
	run(ctx, i) {
		const now = ctx.get(company, 'company', 'The company');
		const known = Object.fromEntries([
			...Object.keys(LETTER_WORDS).map((w) => [w, 'x']),
			...(now.settings.ownFields ?? []).map((f) => [ownWord(f), 'x'])
		]) as Record<string, string>;
		const names = new Set<string>();
		i.letters.forEach((l, n) => {
			if (names.has(l.name.trim().toLowerCase())) throw new Refusal('There are two letters of this name.', `${n}.name`);
			names.add(l.name.trim().toLowerCase());
			if (l.text.trim() === '') throw new Refusal('Say something in it.', `${n}.text`);
			for (const f of ['subject', 'text', 'message'] as const) fillLetter(l[f], known as never, `${n}.${f}`);
		});
		const letters = i.letters.map((l) => ({ ...l, name: l.name.trim() }));
		ctx.update(company, 'company', { settings: { ...now.settings, letters } }, i.version);
		ctx.happened('company', `Letters of quotes: ${letters.map((l) => l.name).join(', ') || 'none'}`);
	}
});
