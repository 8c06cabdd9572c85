import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

/** Pictures that are no charts: the mark of a state, icons of the rail, the outline of a shape, a photo with its pins. */
const PICTURES = [
	'src/lib/ui/estimate/Figure.svelte',
	'src/lib/ui/estimate/PhotoEditor.svelte',
	'src/lib/ui/shell/Mark.svelte',
	'src/lib/ui/shell/Desk.svelte'
];
const components = ['src/lib/ui', 'src/routes']
	.flatMap((f) => readdirSync(f, { recursive: true, encoding: 'utf8' }).map((name) => `${f}/${name}`))
	.filter((f) => f.endsWith('.svelte'))
	.map((file) => ({ file, source: readFileSync(file, 'utf8') }));

/** Components that draw by hand what the one chart component draws, and those that load the engine beside it. */
const byHand = (all: { file: string; source: string }[]): string[] =>
	all
		.filter(
			({ file, source }) =>
				(/<svg|<canvas/.test(source) && !PICTURES.includes(file)) || (/from 'echarts/.test(source) && !/import type/.test(source))
		)
		.map(({ file }) => file);
/** Drawing of an image by canvas: the signature, the shrinking of a photo on the phone. */
const CANVAS = components.filter((c) => /<canvas/.test(c.source) && /signature|Signature/.test(c.source)).map((c) => c.file);

describe('charts', () => {
	it('are drawn by the one chart component, none by hand', () => {
		expect(byHand(components).filter((f) => !CANVAS.includes(f))).toEqual([]);
	});
	it('drawn by hand would be found', () => {
		expect(byHand([...components, { file: 'src/routes/x/+page.svelte', source: '<svg viewBox="0 0 1 1"></svg>' }])).toContain(
			'src/routes/x/+page.svelte'
		);
	});
	it('all of them say in words what is seen', () => {
		const silent = components
			.filter(({ source }) => [...source.matchAll(/<Chart\b([\s\S]*?)\/>/g)].some((m) => !/\blabel=/.test(m[1] ?? '')))
			.map((c) => c.file);
		expect(silent).toEqual([]);
	});
});
