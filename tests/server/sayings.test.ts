import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { Refusal, sayings } from '$lib/core/refusal';
import { say as time } from '$lib/contract/refusals/time';
import { spokenIn } from '$lib/contract/refusals/spoken';
import { say as money } from '$lib/core/money/refusals';
import { SITE_FORMS } from '$lib/core/site-forms';
import { fieldWords } from '$lib/core/words';
import { answer } from '$lib/server/http';

/** The codes of a catalog of refusals, as it is written. */
const codesIn = (source: string): string[] => [...source.matchAll(/^\t'?([\w-]+)'?: \((?:p: |\))/gm)].map((m) => m[1] ?? '');
const filesIn = (folder: string, deep = true): string[] =>
	existsSync(folder)
		? readdirSync(folder, { recursive: deep, encoding: 'utf8' })
				.filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
				.map((f) => join(folder, f))
		: [];
const CATALOGS = [
	...readdirSync('src/lib/core').map((room) => `src/lib/core/${room}/refusals.ts`),
	...filesIn('src/lib/contract/refusals', false).filter((f) => !f.endsWith('spoken.ts'))
].filter((f) => existsSync(f));

/** Codes that nothing says: of a catalog, and of all that could say it. */
function unsaid(source: string, users: readonly string[]): string[] {
	return codesIn(source).filter((code) => !users.some((u) => u.includes(`say('${code}'`)));
}
const usersOf = (catalog: string): string[] => {
	const area = /contract\/refusals\/([\w-]+)\.ts$/.exec(catalog)?.[1];
	const files = !area
		? filesIn(dirname(catalog))
		: area === 'asking'
			? [...filesIn('src/lib/server/commands'), ...filesIn('src/lib/server/queries'), ...filesIn('src/lib/server', false)]
			: filesIn(area === 'pages' ? 'src/routes' : `src/lib/server/${area}`);
	return files.map((f) => readFileSync(f, 'utf8'));
};

describe('in Spanish', () => {
	it('says what crews and customers can be told, with what it is said with', () => {
		expect(spokenIn('es', time('no-clock-running'))).toBe('No hay ningún reloj en marcha.');
		expect(spokenIn('es', time('entries-overlap-another', { wrong: 2 }))).toBe('2 registros se enciman con otro: corrija eso primero.');
		expect(spokenIn('en', time('no-clock-running'))).toBe('No clock is running.');
		expect(spokenIn('es', money('not-number', { what: 'Amount', text: 'x' }))).toBe('«x» no es un número.');
	});
	it('says in English what has no Spanish', () => {
		expect(spokenIn('es', { code: 'rates.no-such', params: {}, words: 'There is no such rate.' })).toBe('There is no such rate.');
		expect(spokenIn('es', { code: 'time.toString', params: {}, words: 'Odd.' })).toBe('Odd.');
	});
	it('has a word for every word of the forms that come with the program', () => {
		const texts = SITE_FORMS.flatMap((f) => [
			f.name,
			f.certificate,
			...f.sections.flatMap((s) => [
				s.title,
				...s.fields.flatMap((x) => [x, ...(x.columns ?? [])]).flatMap((x) => [x.label, ...(x.choices ?? [])])
			])
		]);
		// Figures are the same everywhere.
		expect(texts.filter((t) => !/^\d+$/.test(t) && fieldWords('es').siteForm(t) === t)).toEqual([]);
	});
	it('leaves no word of the field pages in English', () => {
		const same: string[] = [];
		const compare = (a: unknown, b: unknown, at: string): void => {
			if (typeof a === 'object' && a !== null)
				for (const [k, v] of Object.entries(a)) compare(v, (b as Record<string, unknown>)[k], `${at}.${k}`);
			else if (typeof a === 'string' && a === b) same.push(at);
		};
		compare(fieldWords('en'), fieldWords('es'), 'field');
		// Written alike in both languages.
		expect(same).toEqual(['field.form.no', 'field.sell.total']);
	});
});

describe('what is refused', () => {
	it('has a code, what it is said with, and its words', () => {
		const say = sayings('rounds', { done: (p: { visits: number }) => `${p.visits} visits are done.`, over: () => 'The season is over.' });
		expect(say('done', { visits: 3 })).toEqual({ code: 'rounds.done', params: { visits: 3 }, words: '3 visits are done.' });
		expect(say('over')).toEqual({ code: 'rounds.over', params: {}, words: 'The season is over.' });
	});

	it.each(CATALOGS)('every code of %s is said somewhere, and none twice', (catalog) => {
		const source = readFileSync(catalog, 'utf8');
		const codes = codesIn(source);
		expect(codes.length).toBeGreaterThan(0);
		expect(new Set(codes).size).toBe(codes.length);
		expect(unsaid(source, usersOf(catalog))).toEqual([]);
	});

	it('no area is called as another', () => {
		const areas = CATALOGS.map((c) => /sayings\('([\w.-]+)'/.exec(readFileSync(c, 'utf8'))?.[1]);
		expect(new Set(areas).size).toBe(CATALOGS.length);
	});

	it('a code that nothing says is found', () => {
		const source = "\tgone: () => 'It is gone.',\n\t'not-there': (p: { n: number }) => `${p.n}`\n";
		expect(unsaid(source, ["throw new Refusal(say('gone'))"])).toEqual(['not-there']);
	});

	it('leaves the server as a code with its parameters, words and field', async () => {
		const say = sayings('rounds', { done: (p: { visits: number }) => `${p.visits} visits are done.` });
		const response = await answer(() => {
			throw new Refusal(say('done', { visits: 3 }), 'visits');
		});
		expect([response.status, await response.json()]).toEqual([
			422,
			{ code: 'rounds.done', params: { visits: 3 }, message: '3 visits are done.', field: 'visits' }
		]);
	});
});
