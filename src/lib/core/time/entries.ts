/** How billable minutes are rounded: per entry, up to the step, at least the minimum. */
export interface BillingStep {
	step: number;
	minimum: number;
}

/**
 * Billable minutes = max(minimum, ⌈minutes ÷ step⌉ × step). An entry of 0 bills 0. Seconds count until here.
 * @param seconds worked, after unpaid breaks
 */
export function billableMinutes(seconds: number, rule: BillingStep): number {
	if (seconds <= 0) return 0;
	const step = Math.max(1, rule.step);
	return Math.max(rule.minimum, Math.ceil(seconds / 60 / step) * step);
}

export interface Span {
	id: string;
	start: number;
	end: number | null;
}

/** Ids of the spans of one person that overlap this one. Touching ends are free; a running entry has no end yet. */
export function overlapping(span: Span, others: readonly Span[], now: number): string[] {
	const end = span.end ?? Math.max(now, span.start);
	return others.filter((o) => o.id !== span.id && o.start < end && (o.end ?? Math.max(now, o.start)) > span.start).map((o) => o.id);
}

/** Seconds worked: the span less its unpaid break, never below 0. */
export function workedSeconds(startMs: number, endMs: number, breakMinutes: number): number {
	return Math.max(0, Math.floor((endMs - startMs) / 1000) - breakMinutes * 60);
}
