import { drawnRows, FIRST, roomOf, rowAtTop } from './sight';

/** Rows that are drawn at a time while the page rests: few enough that nobody feels it. */
const AT_A_TIME = 4;

/**
 * Which rows of a long board are drawn. Those in sight come first; the others follow a few at a time while the page rests, downwards and then
 * upwards, and stay: from then on scrolling draws nothing. What is not drawn yet holds its place by its height. The first row is always drawn.
 */
export class InSight {
	from = $state(0);
	to = $state(FIRST);
	#waits: ReturnType<typeof setTimeout> | undefined;

	/**
	 * @param heights how high each row is, in pixels
	 * @param scroller what is scrolled
	 */
	constructor(
		private readonly heights: () => readonly number[],
		private readonly scroller: () => HTMLElement | undefined
	) {}

	/** Which rows are drawn: the first, and those from and to. */
	get drawn(): number[] {
		return drawnRows(this.from, this.to, this.heights().length);
	}
	/** The room that is left empty between the first row and the others. */
	get above(): number {
		return roomOf(this.heights(), 1, this.from);
	}
	/** The room below what is drawn. */
	get below(): number {
		return roomOf(this.heights(), this.to);
	}

	/** All is drawn anew: what is in sight first. */
	again(): void {
		const row = rowAtTop(this.heights(), this.scroller()?.scrollTop ?? 0);
		this.from = Math.max(0, row - 2);
		this.to = this.from + FIRST;
		if (this.scroller()) this.fill();
	}
	/** A row is looked for: it is drawn, with all between. */
	reach(row: number): void {
		if (row > 0) this.from = Math.min(this.from, row);
		this.to = Math.max(this.to, row + 1);
	}
	/** Draws what is left, a few rows whenever the page rests. */
	fill(): void {
		clearTimeout(this.#waits);
		this.#waits = setTimeout(() => {
			const all = this.heights().length;
			if (this.to < all) this.to = Math.min(all, this.to + AT_A_TIME);
			else this.from = Math.max(0, this.from - AT_A_TIME);
			if (this.to < all || this.from > 0) this.fill();
		});
	}
	/** Nothing more is drawn: the board is left. */
	stop(): void {
		clearTimeout(this.#waits);
	}
}
