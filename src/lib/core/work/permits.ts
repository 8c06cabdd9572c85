/** Where a permit or an inspection stands. A permit is granted, an inspection passed or failed. */
export const PERMIT_STATES = ['to ask', 'asked', 'granted', 'passed', 'failed', 'not needed'] as const;
export type PermitState = (typeof PERMIT_STATES)[number];

interface Held {
	state: PermitState;
	/** Good until, included; null: without end. */
	expiresOn: string | null;
}

/**
 * Whether the work need not wait for it: granted or passed and not run out, or not needed after all.
 * @example isThere({ state: 'granted', expiresOn: '2027-03-01' }, '2027-03-02') // false
 */
export const isThere = (p: Held, today: string): boolean =>
	p.state === 'not needed' || ((p.state === 'granted' || p.state === 'passed') && (p.expiresOn === null || p.expiresOn >= today));

/** How many days before its end a permit that is there is spoken of. */
export const WARN_DAYS = 14;

/** What a phase waits for: its own permits and those of the whole job that are not there. */
export const waitsFor = <P extends Held & { phaseId: string | null }>(permits: readonly P[], phaseId: string | null, today: string): P[] =>
	permits.filter((p) => (p.phaseId === null || p.phaseId === phaseId) && !isThere(p, today));
