import { longDay } from '../time';
import { money } from './say';
/** What was accepted: the revision as it was frozen, with the options that were chosen. */
interface Accepted {
	revisionId: string;
	chosen: string[];
}

/** What happens from a request to an accepted quote: each event's words, made of its parameters when it is read. */
export const SALES = {
	'customers.save-contact': (p: { known: boolean; name: string }) => `${p.known ? 'Contact changed' : 'Contact added'}: ${p.name}`,
	'customers.remove-contact': (p: { contact: string }) => `Contact taken off: ${p.contact}`,
	'customers.save-site': (p: { known: boolean; address: string }) => `${p.known ? 'Site changed' : 'Site added'}: ${p.address}`,
	'customers.set-exemption': (p: { certificate: string; freed: string[] }) =>
		p.certificate === '' ? 'Tax exemption taken off' : `Tax exemption ${p.certificate}, free from ${p.freed.join(' and ') || 'all taxes'}`,
	'customers.attach': (p: { name: string }) => `File ${p.name} added`,
	'customers.detach': (p: { name: string }) => `File ${p.name} taken off`,
	'customers.save': (p: { customerId: string | null; name: string }) => (p.customerId ? 'Customer changed' : `Customer ${p.name} added`),
	'customers.set-own': (p: { of: string }) => `Own fields of the ${p.of} changed`,
	'customers.import': (p: { added: number; filled: number }) => `Customers taken from a file: ${p.added} new, ${p.filled} filled in`,
	'customers.undo-import': (p: { said: string; stay: number }) => `Taken back: ${p.said}; ${p.stay} stay because they have jobs or sites`,
	'customers.merge': (p: { gone: string; keep: string; moved: number }) => `${p.gone} merged into ${p.keep}: ${p.moved} records moved`,
	'customers.undo-merge': (p: { said: string }) => `Taken back: ${p.said}`,
	'customers.set-rate-group': (p: { group: string | null }) => (p.group === null ? 'No rate group' : `Rate group ${p.group}`),
	'leads.receive': (p: { name: string }) => `Request from ${p.name}`,
	'leads.enter': (p: { name: string }) => `Request from ${p.name} typed in`,
	'leads.not-for-us': (p: { back: boolean }) => (p.back ? 'Put back into the inbox' : 'Not for us'),
	'leads.open-job': (p: { lead: string }) => `Opened from a request by ${p.lead}`,
	'leads.answer': (p: { handled: boolean }) => `Answered by mail${p.handled ? ', handled' : ''}`,
	'leads.import': (p: { rows: number }) => `${p.rows} requests taken from a file`,
	'leads.receive-mail': (p: { name: string }) => `Request from ${p.name} by mail`,
	'jobs.open': (p: { name: string }) => `Job ${p.name} opened`,
	'jobs.change-phase': (p: { name: string; from: string | null; to: string | null }) =>
		p.from === null || p.to === null ? `Phase ${p.name} changed` : `Phase ${p.name}: ${longDay(p.from)} to ${longDay(p.to)}`,
	'jobs.change': () => 'Job changed',
	'jobs.days': (p: { jobId: string; first: string | null; last: string | null }) =>
		p.first || p.last
			? `Promised ${p.first ? `from ${longDay(p.first)}` : ''}${p.last ? ` to ${longDay(p.last)}` : ''}`
			: 'No days promised any more',
	'jobs.attach': (p: { name: string; again: boolean }) => (p.again ? `${p.name}: a newer version` : `${p.name} kept`),
	'jobs.change-file': (p: { name: string; seenBy: string }) => `${p.name} changed; seen by: ${p.seenBy}`,
	'jobs.set-aside-file': (p: { name: string; aside: boolean }) => `${p.name} ${p.aside ? 'set aside' : 'taken back'}`,
	'jobs.save-contact': (p: { name: string; role: string }) => `On site: ${p.name}${p.role ? `, ${p.role}` : ''}`,
	'jobs.remove-contact': (p: { name: string }) => `${p.name} is not met on site any more`,
	'jobs.open-callback': (p: { name: string; number: number; warranty: boolean }) =>
		`${p.warranty ? 'Visit under warranty' : 'Callback'}: job ${p.number}, ${p.name}`,
	'jobs.move': (p: { from: string; stage: string; reason: string | undefined }) =>
		`${p.from} → ${p.stage}${p.reason ? `: ${p.reason}` : ''}`,
	'jobs.held': (p: { stage: string; why: string }) => `Not moved to ${p.stage} yet: ${p.why}`,
	'jobs.won': (p: { jobId: string; number: number; contract: boolean }) =>
		`${p.contract ? 'Won' : 'Won without a quote, to be billed by time and materials'}; job ${p.number}`,
	'jobs.set-own': (p: { of: string }) => `Own fields of the ${p.of} changed`,
	'quotes.attach-scan': (p: { number: number; name: string }) => `Scan of the signed quote ${p.number} kept: ${p.name}`,
	'quotes.ask': (p: { askedBy: string; about: string; asked: string }) =>
		`${p.askedBy} asks${p.about ? ` about ${p.about}` : ''}: ${p.asked}`,
	'quotes.answer-question': (p: { askedBy: string }) => `Question of ${p.askedBy} answered`,
	'quotes.make-due-records': (p: { number: number }) => `Record of the acceptance of quote ${p.number} made`,
	'quotes.issue': (p: { number: number; revision: number; total: number; jobId?: string }) =>
		`Quote ${p.number}, revision ${p.revision} issued: ${money(p.total)}`,
	'quotes.withdraw': (p: { number: number }) => `Quote ${p.number} withdrawn`,
	'quotes.signed': (p: { number: number; name: string; missing: string[] }) =>
		`Quote ${p.number} signed by ${p.name}; ${p.missing.join(', ')} still to sign`,
	'quotes.accepted': (p: { number: number; by: string; total: number } & Accepted) =>
		`Quote ${p.number} accepted by ${p.by}: ${money(p.total)}`,
	'quotes.declined': (p: { number: number; reason: string; jobId?: string }) => `Quote ${p.number} declined: ${p.reason}`,
	'quotes.remind-due': (p: { sent: number }) => `${p.sent} reminder${p.sent === 1 ? '' : 's'} of open quotes sent`,
	'quotes.quiet': (p: { quiet: boolean }) => (p.quiet ? 'No reminders for this quote' : 'Reminders on again'),
	'links.renewed': (p: { what: string; renew: boolean }) => `Link to ${p.what} ended${p.renew ? ', a new one made' : ''}`,
	'changes.accepted': (p: { change: number; by: string; total: number } & Accepted) =>
		`Change order ${p.change} accepted by ${p.by}: ${money(p.total)}`
};
