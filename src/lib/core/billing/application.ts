import { say } from './refusals';
import { cents, formatCents, split, sum, type Cents, type Percent } from '../money';
import { BillingError } from './bill';
import { payApplication, type Application } from './pay-application';

/** A line of an application as it is filled in, with what earlier ones had; cents. */
export interface AppliedLine {
	text: string;
	scheduled: Cents;
	/** Completed to date of the application before, as certified. */
	previous: Cents;
	completed: Cents;
	stored: Cents;
	/** Retainage of it released by earlier applications. */
	releasedBefore: Cents;
}

/** What becomes of the retainage held: all stays, all is released, or an amount of it. */
export type Release = { by: 'hold' } | { by: 'all' } | { by: 'amount'; amount: Cents };

export interface ApplicationFigures extends Application {
	/** Released by this application, line by line. */
	released: Cents[];
	/** Change of what is held, line by line, against the application before. */
	held: Cents[];
}

/**
 * An application with its release: retainage to date is what the rates hold of each line less what was released, before and by this one.
 * @param heldBefore retainage of each line after the application before
 * @param earlierDue what was due with each earlier application
 * @throws BillingError for a line beyond its scheduled value, or a release of more than is held
 * @example the last of the worked example releases 3,250.00: due 3,250.00, nothing held
 */
export function applicationFigures(
	lines: readonly AppliedLine[],
	rates: { work: Percent; stored: Percent },
	release: Release,
	heldBefore: readonly Cents[],
	earlierDue: readonly Cents[]
): ApplicationFigures {
	const asLine = (l: AppliedLine, more: number) => ({
		scheduled: l.scheduled,
		completed: l.completed,
		stored: l.stored,
		previousCompleted: l.previous,
		released: cents(l.releasedBefore + more)
	});
	const before = payApplication(
		lines.map((l) => asLine(l, 0)),
		rates,
		earlierDue
	);
	const holds = before.lines.map((l) => l.retainage);
	const held = sum(holds);
	const amount = release.by === 'all' ? held : release.by === 'amount' ? release.amount : cents(0);
	if (release.by === 'amount' && (amount < 0 || amount > Math.max(0, held)))
		throw new BillingError(say('at-most-held', { held: formatCents(cents(Math.max(0, held))) }), 'release');
	const released = amount === 0 ? holds.map(() => cents(0)) : split(amount, holds);
	const after = payApplication(
		lines.map((l, n) => asLine(l, released[n] ?? 0)),
		rates,
		earlierDue
	);
	return { ...after, released, held: after.lines.map((l, n) => cents(l.retainage - (heldBefore[n] ?? 0))) };
}

/**
 * One certified amount of this period's work, spread over the lines by what each asks; materials stay as applied.
 * @returns certified completed to date of each line
 * @throws BillingError above what is asked
 */
export function certifyWhole(lines: readonly { previous: Cents; completed: Cents }[], amount: Cents): Cents[] {
	const asked = lines.map((l) => cents(l.completed - l.previous));
	const most = sum(asked);
	if (amount > Math.max(0, most) || amount < Math.min(0, most))
		throw new BillingError(say('period-asks-for', { most: formatCents(most) }), 'certified');
	if (amount === 0) return lines.map((l) => l.previous);
	return split(amount, asked).map((part, n) => cents((lines[n]?.previous ?? 0) + part));
}
