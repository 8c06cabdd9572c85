import { cents, sum, type Cents } from '../money';

/**
 * What jobs come to together: their contracts, and what of each contract is not billed, cents. More billed than agreed on one is no less to bill on
 * another.
 * @example stageSums([{ contract: 100, billed: 150 }, { contract: 100, billed: null }]) // { contract: 200, left: 100 }
 */
export const stageSums = (jobs: readonly { contract: number | null; billed: number | null }[]): { contract: Cents; left: Cents } => ({
	contract: sum(jobs.map((j) => cents(j.contract ?? 0))),
	left: sum(jobs.map((j) => cents(Math.max(0, (j.contract ?? 0) - (j.billed ?? 0)))))
});
