import { say } from '../../contract/refusals/documents';
import * as contract from '../../contract/documents/letters';
import { fillLetter, LETTER_WORDS } from '../../core/quotes';
import { ownWord } from '../../core/sales';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { company } from '../company/schema';

export const saveLetters = serve(contract.saveLetters, (ctx, i) => {
	const now = ctx.get(company, 'company', 'The company');
	const known = Object.fromEntries([
		...Object.keys(LETTER_WORDS).map((w) => [w, 'x']),
		...now.settings.ownFields.map((f) => [ownWord(f), 'x'])
	]) as Record<string, string>;
	const names = new Set<string>();
	i.letters.forEach((l, n) => {
		if (names.has(l.name.trim().toLowerCase())) throw new Refusal(say('two-letters-of-name'), `${n}.name`);
		names.add(l.name.trim().toLowerCase());
		if (l.text.trim() === '') throw new Refusal(say('say-something-in'), `${n}.text`);
		for (const f of ['subject', 'text', 'message'] as const) fillLetter(l[f], known as never, `${n}.${f}`);
	});
	const letters = i.letters.map((l) => ({ ...l, name: l.name.trim() }));
	ctx.update(company, 'company', { settings: { ...now.settings, letters } }, i.version);
	ctx.happened('company', 'company.letters', { names: letters.map((l) => l.name) });
});
