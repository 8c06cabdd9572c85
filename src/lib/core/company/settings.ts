import { USUAL_PLAN, type BillingPlanRule } from '../billing';
import type { Accounts } from '../books';
import { USUAL_LAYOUT, type Face, type QuoteLayout, type TextBlock } from '../documents';
import { NO_RULES, type SignOffRules } from '../estimate';
import type { OwnMeasure } from '../measure';
import type { Currency, Rate } from '../money';
import type { Kind, PriceRule } from '../pricing';
import { NO_REMINDERS, type QuoteLetter, type ReminderRules } from '../quotes';
import type { PayrollRules } from '../time';
import { NO_INVOICE_REMINDERS, type InvoiceReminderRules } from '../receivables';
import { USUAL_ANSWER, USUAL_LISTS, type OwnField, type SalesLists } from '../sales';

/** What a company decided about how it works. Complete: what was never decided has its usual value. */
export interface CompanySettings {
	/** The form these settings are written in; goes up when what an older form says must be read differently. */
	form: typeof FORM;
	/** ISO 4217: what stands before or behind every amount that leaves the house. */
	currency: Currency;
	overheadPercent: Partial<Record<Kind, Rate>>;
	defaultRules: Partial<Record<Kind, PriceRule>>;
	deposit: { by: 'percent'; percent: number };
	depositStyle: 'on account' | 'billed';
	billingStep: { step: number; minimum: number };
	materialMarkup: number;
	/** The margin that is wanted, hundredths of a percent; what the price check measures against. */
	targetMargin: number;
	paymentDays: number;
	quoteDays: number;
	terms: string;
	letterhead: { color: string; line: string; footer: string; logo: string | null; face: Face };
	publicPage: { on: boolean; intro: string; does: string[]; pictures: { fileId: string; caption: string }[] };
	/** Measures that the company named itself, beside those that shapes give. */
	measures: OwnMeasure[];
	/** When customers are reminded of a quote. */
	reminders: ReminderRules;
	/** The wording that was kept last of the letter a quote goes out with, words in braces open; null: none was kept. */
	quoteLetter: { subject: string; text: string; message?: string } | null;
	/** Letters to choose from when a quote goes out. */
	letters: QuoteLetter[];
	/** Kinds of work, sources and reasons lost, as the company names them. */
	salesLists: SalesLists;
	/** Fields of the company's own. */
	ownFields: OwnField[];
	/** Texts that proposals begin and end with. */
	textBlocks: TextBlock[];
	/** How quotes are laid out unless it is said otherwise. */
	quoteLayout: QuoteLayout;
	/** How jobs of a kind are billed; '' is for all others. */
	billingPlans: BillingPlanRule[];
	/** The wording of an answer to a request, words in braces open. */
	leadLetter: { subject: string; text: string };
	/** From when on hours are paid more, and when the payroll week begins. */
	payroll: PayrollRules;
	/** How far a supplier's bill may stray from what was ordered: cents, and hundredths of a percent. */
	tolerance: { amount: number; percent: number };
	/** When customers are reminded of an invoice: days after it was due. */
	invoiceReminders: InvoiceReminderRules;
	/** What is asked for paying late; a rate of 0 is none. Hundredths of a percent a year. */
	lateCharge: { yearly: number; grace: number };
	/** Held back of pay applications unless it is said otherwise, hundredths of a percent. */
	retainage: number;
	/** The company's accounts by what is booked on them; '' or absent: not said yet. */
	accounts: Accounts;
	/** Days of this month and before take no entry any more; '' none. */
	booksClosed: string;
	/**
	 * Where a card moves by itself: the stage of a job whose quote went out, and of one that was declined; of one that is won, when its deposit
	 * is paid, when the first one clocks on, when the last task is done. '' it stays; null: on the first stage under way.
	 */
	cardMoves: { issued: string; declined: string; deposit: string; clockOn: string | null; lastTask: string };
	/** Whom a text message tells that a quote of this much (cents, with tax) or more was accepted; empty: nobody. */
	wonText: { above: number; to: string };
	/** Whether customers are told the day before, and when somebody sets out; nothing goes out by itself in the quiet hours (minutes from midnight). */
	visitMessages: { dayBefore: boolean; onOurWay: boolean; quietFrom: number; quietTo: number };
	/** When somebody must sign off before a quote goes out. */
	signOff: SignOffRules;
}

/** The form that is written today. */
export const FORM = 1;

/** What is kept of an earlier release or given when a company begins: any part of the settings, and within the two that have parts, any part of these. */
export type SettingsGiven = Partial<Omit<CompanySettings, 'letterhead' | 'publicPage' | 'form'>> & {
	form?: number;
	letterhead?: Partial<CompanySettings['letterhead']>;
	publicPage?: Partial<CompanySettings['publicPage']>;
};

/**
 * A company's settings, complete. The one place that says what holds where nothing was decided.
 * @param given what was decided, as it was kept; nothing of it is changed
 * @throws RangeError for settings that a later release wrote: they might mean something else here
 * @example settingsFrom({}).targetMargin // 1000: ten percent
 */
export function settingsFrom(given: SettingsGiven): CompanySettings {
	if ((given.form ?? 0) > FORM) throw new RangeError(`The company’s settings were written by a later release (form ${given.form}).`);
	return {
		currency: 'USD',
		overheadPercent: {},
		defaultRules: {},
		deposit: { by: 'percent', percent: 0 },
		depositStyle: 'billed',
		billingStep: { step: 15, minimum: 0 },
		materialMarkup: 0,
		targetMargin: 1000,
		paymentDays: 14,
		quoteDays: 30,
		terms: '',
		measures: [],
		reminders: NO_REMINDERS,
		quoteLetter: null,
		letters: [],
		salesLists: USUAL_LISTS,
		ownFields: [],
		textBlocks: [],
		quoteLayout: USUAL_LAYOUT,
		billingPlans: [USUAL_PLAN],
		leadLetter: USUAL_ANSWER,
		signOff: NO_RULES,
		wonText: { above: 0, to: '' },
		visitMessages: { dayBefore: false, onOurWay: false, quietFrom: 1200, quietTo: 420 },
		tolerance: { amount: 500, percent: 100 },
		invoiceReminders: NO_INVOICE_REMINDERS,
		lateCharge: { yearly: 0, grace: 0 },
		retainage: 1000,
		accounts: {},
		booksClosed: '',
		payroll: { firstDay: 1, day: [], week: [{ minutes: 2400, multiplier: 15_000 }] },
		...given,
		cardMoves: { issued: '', declined: '', deposit: '', clockOn: null, lastTask: '', ...given.cardMoves },
		letterhead: { color: '#2f4a54', line: '', footer: '', logo: null, face: 'plain', ...given.letterhead },
		publicPage: { on: false, intro: '', does: [], pictures: [], ...given.publicPage },
		form: FORM
	};
}
