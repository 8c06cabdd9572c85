import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

/** Where a component drags by the browser's own events, which fingers and keys do not give. */
const draggedByHand = (source: string): string[] =>
	[...source.matchAll(/\bondrag\w*=|\bondrop=|\bdraggable="?\{?(?!"?false)/g)].map((m) => m[0]);

describe('dragging', () => {
	it('is made by the one module, nowhere by the browser’s own drag events', () => {
		const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.svelte'));
		expect(files.length).toBeGreaterThan(150);
		const found = files.flatMap((f) => draggedByHand(readFileSync(`src/${f}`, 'utf8')).map((at) => `${f}: ${at}`));
		expect(found).toEqual([]);
	});
	it('is found where it is planted', () => {
		expect(draggedByHand('<li draggable="true" ondragstart={take} ondrop={put}>')).toHaveLength(3);
		expect(draggedByHand('<img draggable="false" />')).toEqual([]);
	});
});
