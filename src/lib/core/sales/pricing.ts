/** How the work of a job is billed. */
export const PRICINGS = ['fixed', 'time and materials', 'pay application', 'per visit'] as const;
export type Pricing = (typeof PRICINGS)[number];

interface Priced {
	pricing: Pricing | null;
	/** Net value of the contract, cents; null or 0: there is none. */
	contractNet: number | null;
}

/**
 * How a job's work is billed: as somebody set it, else as it was won: by its contract, or on a word by time and materials.
 * @example pricingOf({ pricing: null, contractNet: 0 }) // 'time and materials'
 */
export const pricingOf = (job: Priced): Pricing => job.pricing ?? (job.contractNet ? 'fixed' : 'time and materials');

/**
 * Whether what is spent on a job waits to be billed or is part of its price.
 * @example stateOfCost({ pricing: 'fixed', contractNet: 0 }) // 'absorbed': a visit under warranty
 */
export const stateOfCost = (job: Priced): 'to bill' | 'absorbed' => (pricingOf(job) === 'time and materials' ? 'to bill' : 'absorbed');
