import { eq } from 'drizzle-orm';
import type { Orm } from '../db';
import { people } from './schema';

/** People whose first or whole name stands behind an @. */
export function mentioned(db: Orm, text: string) {
	const said = text.toLowerCase();
	return db
		.select()
		.from(people)
		.where(eq(people.active, true))
		.all()
		.filter((p) => {
			const [first = ''] = p.name.toLowerCase().split(' ');
			return said.includes(`@${p.name.toLowerCase()}`) || new RegExp(`@${first.replace(/[^\p{L}]/gu, '')}(?![\\p{L}])`, 'u').test(said);
		});
}
