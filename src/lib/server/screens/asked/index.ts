import type { Query } from '../../queries';
import * as find from './find';
import * as jobs from './jobs';
import * as plan from './plan';
import * as price from './price';
import * as repeats from './repeats';

/** Every query by its name. */
export const QUERIES: ReadonlyMap<string, Query> = new Map(
	[find, jobs, plan, price, repeats].flatMap((room): Query[] => Object.values(room)).map((q) => [q.name, q])
);
