export interface Result {
	name: string;
	size: string;
	ms: number;
	reference: string;
	referenceMs: number;
	ratio: number;
	goal: number;
}

export const median = (all: number[]): number => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0;
export const p95 = (all: number[]): number => [...all].sort((a, b) => a - b)[Math.floor(all.length * 0.95)] ?? 0;

/** Median time of some work, in milliseconds, after a warm-up. */
export function time(work: () => void, runs = 15): number {
	for (let i = 0; i < Math.min(5, runs); i++) work();
	return median(
		Array.from({ length: runs }, () => {
			const start = performance.now();
			work();
			return performance.now() - start;
		})
	);
}

const results: Result[] = [];
export function note(name: string, size: string, ms: number, reference: string, referenceMs: number, goal: number): void {
	results.push({ name, size, ms, reference, referenceMs, ratio: ms / referenceMs, goal });
}
/** How time grows with ten times the data. */
export const grew = (name: string, small: number, large: number): void =>
	note(`${name}: growth`, '10 × the data', large, 'the smaller size', small, 12);

export function print(): Result[] {
	const rows = results.map((r) => [
		r.name,
		r.size,
		r.ms.toFixed(r.ms < 10 ? 3 : 1),
		r.reference,
		r.referenceMs.toFixed(r.referenceMs < 10 ? 3 : 1),
		r.ratio.toFixed(r.ratio < 1 ? 4 : 2),
		String(r.goal),
		r.ratio <= r.goal ? 'yes' : 'NO'
	]);
	const head = ['what', 'size', 'ms', 'reference', 'ms', 'ratio', 'goal', 'met'];
	const widths = head.map((h, i) => Math.max(h.length, ...rows.map((r) => r[i]?.length ?? 0)));
	for (const r of [head, ...rows])
		console.log(r.map((c, i) => (i === 0 || i === 1 || i === 3 ? c.padEnd(widths[i] ?? 0) : c.padStart(widths[i] ?? 0))).join('  '));
	return results;
}
