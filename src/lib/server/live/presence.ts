/** How long somebody counts as present after the last sign of life; screens give one every ten seconds. */
const LASTS = 25_000;
const MOST = 10_000;

/** Who has which record open. The process's own memory: gone with a restart, and nothing hangs on it. */
class Presence {
	readonly #at = new Map<string, Map<string, { name: string; until: number }>>();

	/** Somebody is here, or leaves. @returns the others who are here, by name */
	here(record: string, person: { id: string; name: string }, now: number, leaves = false): string[] {
		const all = this.#at.get(record) ?? new Map<string, { name: string; until: number }>();
		for (const [id, p] of all) if (p.until <= now) all.delete(id);
		if (leaves) all.delete(person.id);
		else all.set(person.id, { name: person.name, until: now + LASTS });
		if (all.size === 0) this.#at.delete(record);
		else if (this.#at.size < MOST || this.#at.has(record)) this.#at.set(record, all);
		return [...all].filter(([id]) => id !== person.id).map(([, p]) => p.name);
	}
}

export const presence = new Presence();
