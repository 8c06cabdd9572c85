import { sqliteTable, integer, text, index } from 'drizzle-orm/sqlite-core';
import type { PhotoMark, PhotoScale } from '../../core/survey';
import { id, ref, words, flag, instant, version } from '../db/columns';
import { jobs } from '../sales/schema';

/** A picture of the walk-through with what was put onto it. The picture itself is kept without the marks. */
export const jobPhotos = sqliteTable(
	'job_photos',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		position: integer('position').notNull(),
		fileId: text('file_id').notNull(),
		width: integer('width').notNull(),
		height: integer('height').notNull(),
		caption: words('caption'),
		/** Where on the site: north slope, above the kitchen. */
		place: words('place'),
		marks: text('marks', { mode: 'json' }).$type<PhotoMark[]>().notNull(),
		scale: text('scale', { mode: 'json' }).$type<PhotoScale>(),
		/** Goes out with the quote. */
		shown: flag('shown'),
		at: instant('at').notNull(),
		byName: words('by_name'),
		version: version()
	},
	(t) => [index('job_photos_job').on(t.jobId, t.position)]
);
