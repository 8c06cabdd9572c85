import { say } from '../../contract/refusals/quotes';
import { stays } from '../outbox';
import { inArray, and, eq } from 'drizzle-orm';
import { links } from '../links/schema';
import { revisions } from './schema';
import type { Orm } from '../db';

/** Whether what a link leads to is still offered: a quote that was withdrawn or replaced is not. */
const isOffered = (db: Orm, linkId: string): boolean =>
	db
		.select({ id: revisions.id })
		.from(links)
		.innerJoin(revisions, eq(revisions.id, links.subjectId))
		.where(and(eq(links.id, linkId), inArray(revisions.state, ['withdrawn', 'replaced'])))
		.get() === undefined;

stays((db, linkId) => (isOffered(db, linkId) ? null : say('letter-stays')));
