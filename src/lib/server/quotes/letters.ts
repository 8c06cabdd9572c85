import { USUAL_MESSAGE, type QuoteLetter } from '../../core/quotes';
import { ownWord } from '../../core/sales';
import { addDays, longDay } from '../../core/time';
import type { App } from '../app';
import { todayOf, companyOf } from '../company';
import type { CompanySettings } from '../../core/company';

const USUAL_TEXT =
	'Dear {customer},\n\nthank you for asking us. Your quote is ready: you can read it, ask beside it, choose options and accept it here:\n\n{link}\n\nIt holds until {valid until}. If anything is unclear, call us: {phone}.\n\n{me}, {company}';

/** Letters that a quote can go out with: the wording that was kept last, then those of the company; never none. */
export function lettersOf(settings: CompanySettings): QuoteLetter[] {
	const kept = settings.quoteLetter;
	const own = settings.letters;
	const usual = { id: 'usual', name: 'As usual', subject: '{title}: your quote from {company}', text: USUAL_TEXT, message: USUAL_MESSAGE };
	if (kept) return [{ id: 'kept', name: 'As kept last', ...kept, message: kept.message ?? USUAL_MESSAGE }, ...own];
	return own.length ? own : [usual];
}

/** Words in braces with something plausible in them, for looking at a letter that nobody gets. */
export function sampleWords(app: App): Record<string, string> {
	const { name, phone, settings } = companyOf(app);
	return {
		...Object.fromEntries(settings.ownFields.map((f) => [ownWord(f), f.choices[0] ?? f.label])),
		...{ customer: 'A. Customer', title: 'New roof', number: '1041', total: '12,731.96', me: 'you', company: name, phone },
		'valid until': longDay(addDays(todayOf(app), settings.quoteDays))
	};
}
