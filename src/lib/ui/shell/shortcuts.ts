/** A key, or keys one after the other, and what it does. */
export type Shortcut = readonly [keys: string, does: string];

const EVERYWHERE: Shortcut[] = [
	['Ctrl K', 'find or do'],
	['N', 'new job'],
	['?', 'these keys'],
	['Ctrl Enter', 'save what is typed'],
	['Esc', 'close what is open'],
	['↑ ↓, Enter', 'from row to row of a list, and open one']
];
/** By the beginning of an address, the longest first: what its pages add. */
const BY_PAGE: [RegExp, string, Shortcut[]][] = [
	[
		/^\/jobs\/[^/]+\/estimate$/,
		'On the estimate',
		[
			['A', 'to the field that adds scopes, items and lines'],
			['← ↑ → ↓', 'from cell to cell'],
			['Enter, F2', 'change the cell'],
			['Del', 'clear the cell'],
			['Alt Del', 'set the line aside, or put it back'],
			['Alt ↑ ↓', 'move the line'],
			['Alt Enter', 'all of the line'],
			['Space', 'pick the line'],
			['Shift ↑ ↓', 'pick line after line'],
			['Shift F10', 'what can be done with the line'],
			['Ctrl C, Ctrl V', 'copy picked lines, paste a block of a spreadsheet'],
			['Ctrl Z, Ctrl Y', 'take the last step back, or do it again']
		]
	],
	[
		/^\/jobs\/[^/]+\/estimate\/photos/,
		'On a photo',
		[
			['← ↑ → ↓', 'move the cross, with Shift farther'],
			['Enter', 'put the mark there, or take it up and let it go'],
			['Del', 'take the mark away'],
			['Ctrl Z', 'take the last mark back']
		]
	],
	[/^\/win\/track/, 'On the winning track', [['Alt ← →', 'move the card to another stage']]],
	[
		/^\/plan$/,
		'On the board',
		[
			['← ↑ → ↓, Enter', 'to a day or a bar, and open it'],
			['Alt ← ↑ → ↓', 'move the bar to another day or person'],
			['Alt Shift →', 'make the bar a day longer']
		]
	]
];

/** The keys of a page: its own first. @example shortcutsOf('/plan')[0]?.title // 'On the board' */
export const shortcutsOf = (path: string): { title: string; keys: readonly Shortcut[] }[] => [
	...BY_PAGE.filter(([page]) => page.test(path)).map(([, title, keys]) => ({ title, keys })),
	{ title: 'Everywhere', keys: EVERYWHERE }
];
