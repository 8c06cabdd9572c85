import type { Step } from '$lib/core/explain';

/** One number of a tally, in the order in which it arises. */
export interface TallyRow {
	label: string;
	value: string;
	/** Said quietly behind the label. */
	note?: string;
	/** The steps behind the number, built when somebody asks. */
	how?: () => Step;
	/** A rule above it: what stands before adds up to this. */
	rule?: boolean;
	tone?: 'strong' | 'price' | 'gain' | 'problem' | 'quiet' | undefined;
	/** A word that opens what changes this number. */
	change?: () => void;
	testId?: string;
}
