/**
 * Work that waits, taken in turns: one of each asker, then the next of each. Whoever asks for a hundred things waits for them; whoever asks for one
 * waits for one of each other asker.
 * @example
 * queue.put('ann', 1); queue.put('ann', 2); queue.put('bo', 3);
 * [queue.take(), queue.take(), queue.take()] // [1, 3, 2]
 */
export class FairQueue<T> {
	/** By asker, in the order in which they are served next. */
	readonly #of = new Map<string, T[]>();

	get size(): number {
		let sum = 0;
		for (const own of this.#of.values()) sum += own.length;
		return sum;
	}

	/** How much one asker has waiting. */
	countOf(asker: string): number {
		return this.#of.get(asker)?.length ?? 0;
	}

	put(asker: string, item: T): void {
		const own = this.#of.get(asker);
		if (own) own.push(item);
		else this.#of.set(asker, [item]);
	}

	/** The next one; undefined when nothing waits. */
	take(): T | undefined {
		const first = this.#of.entries().next().value;
		if (!first) return undefined;
		const [asker, own] = first;
		const item = own.shift();
		// Served, they stand last; with nothing left, not at all.
		this.#of.delete(asker);
		if (own.length > 0) this.#of.set(asker, own);
		return item;
	}

	/** How many are taken before it, if nobody comes or goes; null: it does not wait here. */
	placeOf(item: T): number | null {
		const turns = [...this.#of.values()];
		const asker = turns.findIndex((own) => own.includes(item));
		if (asker < 0) return null;
		const before = turns[asker]?.indexOf(item) ?? 0;
		// Whoever is served before them has one turn more by then.
		return turns.reduce((sum, own, i) => sum + (i === asker ? before : Math.min(own.length, before + (i < asker ? 1 : 0))), 0);
	}

	/** Takes something off that nobody waits for any more. @returns whether it waited */
	drop(item: T): boolean {
		for (const [asker, own] of this.#of) {
			const at = own.indexOf(item);
			if (at < 0) continue;
			own.splice(at, 1);
			if (own.length === 0) this.#of.delete(asker);
			return true;
		}
		return false;
	}
}
