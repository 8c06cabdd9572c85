/** How a step of a job's thread stands. */
export type ThreadState = 'done' | 'left out' | 'next' | 'to come';

/** What cannot come any more once another step is there: a job won by word is not quoted, one that is done is not planned. */
const OVER: Record<string, string> = { quoted: 'won', planned: 'done' };

/**
 * How the steps of a thread stand, in their order. A step that was skipped is left out, never the next one; the next is the first that can
 * still come.
 * @example asked, won by word // quoted: left out, planned: next
 */
export function threadStates(steps: readonly { name: string; done: boolean }[]): ThreadState[] {
	const there = new Set(steps.filter((s) => s.done).map((s) => s.name));
	const out = steps.map((s) => !s.done && there.has(OVER[s.name] ?? ''));
	const next = steps.findIndex((s, i) => !s.done && !out[i]);
	return steps.map((s, i) => (s.done ? 'done' : out[i] ? 'left out' : i === next ? 'next' : 'to come'));
}
