import { eq } from 'drizzle-orm';
import type { App } from '../app';
import type { Currency } from '../../core/money';
import type { Language } from '../../core/words';
import type { Face } from '../../core/documents';
import { files } from '../files/schema';
import { companyOf } from '../company';

/** The company's look on documents. */
export interface Letterhead {
	name: string;
	color: string;
	line: string;
	footer: string;
	contact: string;
	/** A picture as a data address; null without one. */
	logo: string | null;
	face: Face;
	currency: Currency;
	/** What the document is written in. */
	language: Language;
}

/** A picture that is kept with us, as documents hold it. */
export function pictureData(app: App, fileId: string | null | undefined): string | null {
	if (!fileId) return null;
	const file = app.db.orm.select({ bytes: files.bytes }).from(files).where(eq(files.id, fileId)).get();
	// What is no picture (of a file that came in before everything was made anew) is left out: a document without it is better than none.
	return file && file.bytes.subarray(0, 3).toString('latin1') === '\u00ff\u00d8\u00ff'
		? `data:image/jpeg;base64,${file.bytes.toString('base64')}`
		: null;
}

/** @param language of whoever reads the document */
export function letterheadOf(app: App, language: Language = 'en'): Letterhead {
	const own = companyOf(app);
	const { color, line, footer, logo, face = 'plain' } = own.settings.letterhead;
	return {
		language,
		currency: own.settings.currency,
		face,
		name: own.name,
		color,
		line,
		footer,
		contact: `${own.address}\n${own.phone}\n${own.mail}`,
		logo: pictureData(app, logo)
	};
}
