import type { Matrix } from './matrix';

/** A stop: how long it takes, and into which rounds it may go. */
export interface Stop {
	/** Its block, minutes. */
	minutes: number;
	/** Indexes of the rounds it may go into; absent: any. */
	rounds?: readonly number[];
}

/** The table the other way round: to each place from each. The same one where both ways are the same. */
function turned(m: Matrix): Float32Array {
	if (m.bothWays) return m.minutes;
	const to = new Float32Array(m.minutes.length);
	for (let a = 0; a < m.size; a++) for (let b = 0; b < m.size; b++) to[b * m.size + a] = m.minutes[a * m.size + b] ?? 0;
	return to;
}

/**
 * Rounds as rings: from the start of a round over its stops back to the start. Places 0 … n−1 are stops, n … n+k−1 the starts of the k rounds.
 * Driving and block of each round are kept as stops go in and out.
 */
export class Tours {
	readonly next: Int32Array;
	readonly prev: Int32Array;
	/** The round a stop is in; −1: none. */
	readonly round: Int32Array;
	/** Minutes of each round: blocks and driving. */
	readonly load: Float64Array;
	readonly drive: Float64Array;
	/** Minutes from each place to the one after it. */
	readonly leg: Float64Array;
	readonly n: number;
	readonly #from: Float32Array;
	readonly #to: Float32Array;
	readonly #size: number;

	constructor(
		readonly matrix: Matrix,
		public stops: readonly Stop[],
		readonly k: number
	) {
		const places = stops.length + k;
		this.next = new Int32Array(places);
		this.prev = new Int32Array(places);
		this.round = new Int32Array(stops.length).fill(-1);
		this.load = new Float64Array(k);
		this.drive = new Float64Array(k);
		this.leg = new Float64Array(places);
		this.n = stops.length;
		this.#size = matrix.size;
		this.#from = matrix.minutes;
		this.#to = turned(matrix);
		for (let p = 0; p < places; p++) this.next[p] = this.prev[p] = p;
	}

	/** From now on the stops may go where these say. */
	open(stops: readonly Stop[]): void {
		this.stops = stops;
	}
	minutes(a: number, b: number): number {
		return this.#from[a * this.#size + b] as number;
	}
	/** What driving a stop between a place and the one after it adds. Read along the stop's own rows: those lie close together in memory. */
	detour(stop: number, after: number): number {
		const row = stop * this.#size;
		// In range by the way rounds are built: asking for each whether it is there took a third of the time.
		const to = this.#to[row + after] as number;
		const on = this.#from[row + (this.next[after] as number)] as number;
		return to + on - (this.leg[after] as number);
	}
	/** The round of a place: of a stop, or of the start of one. */
	roundOf(place: number): number {
		return place >= this.n ? place - this.n : (this.round[place] ?? -1);
	}
	put(stop: number, after: number): void {
		const r = this.roundOf(after);
		const more = this.detour(stop, after);
		const before = this.next[after] ?? after;
		this.next[after] = stop;
		this.prev[stop] = after;
		this.next[stop] = before;
		this.prev[before] = stop;
		this.leg[after] = this.minutes(after, stop);
		this.leg[stop] = this.minutes(stop, before);
		this.round[stop] = r;
		this.#add(r, more, this.stops[stop]?.minutes ?? 0);
	}
	take(stop: number): void {
		const r = this.round[stop] ?? -1;
		if (r < 0) return;
		const [a, b] = [this.prev[stop] ?? stop, this.next[stop] ?? stop];
		this.next[a] = b;
		this.prev[b] = a;
		this.next[stop] = this.prev[stop] = stop;
		this.round[stop] = -1;
		const straight = this.minutes(a, b);
		const less = (this.leg[a] ?? 0) + (this.leg[stop] ?? 0) - straight;
		this.leg[a] = straight;
		this.leg[stop] = 0;
		this.#add(r, -less, -(this.stops[stop]?.minutes ?? 0));
	}
	#add(r: number, drive: number, block: number): void {
		this.drive[r] = (this.drive[r] ?? 0) + drive;
		this.load[r] = (this.load[r] ?? 0) + drive + block;
	}
	/** The stops of a round in their order. */
	inOrder(r: number): number[] {
		const start = this.n + r;
		const found: number[] = [];
		for (let p = this.next[start] ?? start; p !== start; p = this.next[p] ?? start) found.push(p);
		return found;
	}
	/** Driving of all rounds, and the largest less the smallest of them: what is made small, in minutes. */
	sum(): number {
		let [drive, most, least] = [0, -Infinity, Infinity];
		for (let r = 0; r < this.k; r++) {
			drive += this.drive[r] ?? 0;
			most = Math.max(most, this.load[r] ?? 0);
			least = Math.min(least, this.load[r] ?? 0);
		}
		return drive + (this.k > 0 ? most - least : 0);
	}
	/** Rounds by their stops in order, to come back to. */
	kept(): number[][] {
		return Array.from({ length: this.k }, (_, r) => this.inOrder(r));
	}
	/** One round anew, its stops in this order. */
	relay(r: number, stops: readonly number[]): void {
		for (const s of stops) this.take(s);
		let after = this.n + r;
		for (const s of stops) {
			this.put(s, after);
			after = s;
		}
	}
	lay(rounds: readonly (readonly number[])[]): void {
		for (let s = 0; s < this.n; s++) this.take(s);
		for (const [r, stops] of rounds.entries()) this.relay(r, stops);
		// Sums of many small steps drift: they begin anew.
		for (let r = 0; r < this.k; r++) this.#count(r);
	}
	#count(r: number): void {
		const ring = [this.n + r, ...this.inOrder(r), this.n + r];
		let [drive, block] = [0, 0];
		for (let i = 1; i < ring.length; i++) {
			drive += this.minutes(ring[i - 1] ?? 0, ring[i] ?? 0);
			block += this.stops[ring[i] ?? -1]?.minutes ?? 0;
		}
		[this.drive[r], this.load[r]] = [drive, drive + block];
	}
}
