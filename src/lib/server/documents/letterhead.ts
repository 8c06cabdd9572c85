import type { App } from '../app';
import { companyOf } from '../jobs/queries';

/** The company's look on documents. */
export interface Letterhead {
	name: string;
	color: string;
	line: string;
	footer: string;
	contact: string;
}

export function letterheadOf(app: App): Letterhead {
	const own = companyOf(app);
	return {
		name: own.name,
		color: own.settings.letterhead.color,
		line: own.settings.letterhead.line,
		footer: own.settings.letterhead.footer,
		contact: `${own.address}\n${own.phone}\n${own.mail}`
	};
}
