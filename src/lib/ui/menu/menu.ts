/** What stands in a menu: something to do, something to tick, a line between, words above some of them. */
export type MenuEntry =
	| { words: string; does: () => void; off?: boolean; keys?: string }
	| { words: string; ticked: boolean; tick: (on: boolean) => void }
	| { head: string }
	| { line: true };
