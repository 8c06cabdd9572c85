/** One step behind a number: what it is, how it came about with the numbers in it, what came out, where it is kept. */
export interface Step {
	label: string;
	formula?: string;
	result: string;
	/** The record it came from, as a path within the application. */
	source?: string;
	steps?: Step[];
}

/** Makes a step. Explanations are built only when somebody asks for them. */
export function step(label: string, result: string, more: { formula?: string; source?: string; steps?: Step[] } = {}): Step {
	return { label, result, ...more };
}

/** The tree as indented lines of text, for printing and for tests. */
export function explainText(s: Step, depth = 0): string {
	const own = `${'  '.repeat(depth)}${s.label}: ${s.formula ? `${s.formula} = ` : ''}${s.result}`;
	return [own, ...(s.steps ?? []).map((c) => explainText(c, depth + 1))].join('\n');
}
