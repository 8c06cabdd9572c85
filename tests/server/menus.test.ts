import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

/** Where a component makes a menu of its own: its role, what is pressed to open it, or a fold that lies over the page like one. */
const menusByHand = (source: string): string[] =>
	[...source.matchAll(/role="menu[a-z]*"|aria-haspopup="menu"|class="(?:[^"]* )?menu(?: [^"]*)?"/g)].map((m) => m[0]);
/** These two know how a menu is opened; what a menu is, is the package's. */
const OPENERS = ['lib/ui/menu/MenuButton.svelte', 'lib/ui/estimate/ScopeGrid.svelte'];

describe('menus', () => {
	it('are made of the headless parts, nowhere by hand', () => {
		const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.svelte'));
		expect(files.length).toBeGreaterThan(150);
		const found = files
			.filter((f) => !OPENERS.includes(f))
			.flatMap((f) => menusByHand(readFileSync(`src/${f}`, 'utf8')).map((at) => `${f}: ${at}`));
		expect(found).toEqual([]);
		for (const f of OPENERS) expect(menusByHand(readFileSync(`src/${f}`, 'utf8'))).toEqual(['aria-haspopup="menu"']);
		expect(readFileSync('src/lib/ui/menu/Menu.svelte', 'utf8')).toContain("from 'bits-ui'");
	});
	it('are found where they are planted', () => {
		expect(menusByHand('<div class="sheet menu" role="menu"><button role="menuitem">')).toHaveLength(3);
		expect(menusByHand('<div class="sheet menus">')).toEqual([]);
	});
});
