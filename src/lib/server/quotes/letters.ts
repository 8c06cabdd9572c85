import { mailWords, type Language } from '../../core/words';
import type { QuoteLetter } from '../../core/quotes';
import { ownWord } from '../../core/sales';
import { addDays, longDay } from '../../core/time';
import type { App } from '../app';
import { todayOf, companyOf } from '../company';
import type { CompanySettings } from '../../core/company';

/** Letters that a quote can go out with: the wording that was kept last, then those of the company; never none. */
export function lettersOf(settings: CompanySettings, language: Language = 'en'): QuoteLetter[] {
	const usual: QuoteLetter = { id: 'usual', ...mailWords(language).quoteLetter };
	// Who reads Spanish gets what is written in it; the company’s own wordings can be chosen all the same.
	if (language !== 'en') return [usual, ...settings.letters];
	const kept = settings.quoteLetter;
	const own = settings.letters;
	if (kept) return [{ id: 'kept', name: 'As kept last', ...kept, message: kept.message ?? mailWords('en').quoteLetter.message }, ...own];
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
