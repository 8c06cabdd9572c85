import { sqliteTable, index } from 'drizzle-orm/sqlite-core';
import { id, ref, instant, words } from '../db/columns';
import { files } from '../files/schema';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';

export const fieldNotes = sqliteTable(
	'field_notes',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		at: instant('at').notNull(),
		text: words('text'),
		fileId: ref('file_id').references(() => files.id)
	},
	(t) => [index('field_notes_job').on(t.jobId, t.at), index('field_notes_at').on(t.at)]
);
