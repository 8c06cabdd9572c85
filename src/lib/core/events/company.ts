import { LANGUAGE_NAMES, type Language } from '../words';
import { RIGHT_WORDS, SCOPE_WORDS, type Right, type Scope } from '../access';
import { longDay } from '../time';

const rightsInWords = (rights: readonly string[]) => rights.map((r) => RIGHT_WORDS[r as Right]?.[1] ?? r).join(', ');
const roleChange = (given: readonly string[], taken: readonly string[]): string =>
	[given.length > 0 ? `given: ${rightsInWords(given)}` : '', taken.length > 0 ? `taken: ${rightsInWords(taken)}` : '']
		.filter(Boolean)
		.join('; ') || 'name changed';

/** What happens to the company itself, its people, views and letters: each event's words, made of its parameters when it is read. */
export const COMPANY = {
	'company.billing-plans': () => 'Billing plans changed',
	'company.target-margin': (p: { target: number }) => `Prices are held against a margin of ${p.target} %`,
	'company.set-up': (p: { name: string }) => `${p.name} was set up`,
	'company.change': () => 'Company settings changed',
	'company.name-measures': (p: { names: string[] }) => `Own measures: ${p.names.join(', ') || 'none'}`,
	'company.letters': (p: { names: string[] }) => `Letters of quotes: ${p.names.join(', ') || 'none'}`,
	'company.save-look': () => 'The look of documents changed',
	'company.text-blocks': (p: { names: string[] }) => `Texts of documents: ${p.names.join(', ') || 'none'}`,
	'company.public-page': (p: { on: boolean }) => `The public page is ${p.on ? 'on' : 'off'}`,
	'company.payroll': () => 'Rules of payroll changed',
	'company.set-sign-off': () => 'Rules of sign-off changed',
	'company.reminders': (p: { on: boolean }) => (p.on ? 'Reminders of quotes set' : 'Reminders of quotes switched off'),
	'company.own-fields': (p: { names: string[] }) => `Own fields: ${p.names.join(', ') || 'none'}`,
	'company.sales-lists': () => 'Kinds of work, sources or reasons changed',
	'company.save-stages': (p: { track: string; names: string[] }) => `Stages of the ${p.track} track: ${p.names.join(', ')}`,
	'people.invite': (p: { person: string; role: string }) => `${p.person} invited as ${p.role}`,
	'people.invite-again': (p: { person: string }) => `A way to choose a password sent to ${p.person}`,
	'people.introduce-myself': () => 'Said how they stand on quotes',
	'company.won-text': (p: { to: string }) =>
		p.to ? `A text goes to ${p.to} when a large quote is accepted` : 'No text goes out when a quote is accepted',
	'people.set-language': (p: { language: Language }) => `Language of the own pages: ${LANGUAGE_NAMES[p.language]}`,
	'people.set-reach': (p: { name: string; scope: Scope; branch: string }) =>
		`${p.name} sees ${SCOPE_WORDS[p.scope]}${p.branch ? ` (${p.branch})` : ''}`,
	'people.change': (p: { name: string; active: boolean; role: string }) => `${p.name} is ${p.active ? p.role : 'not active any more'}`,
	'company.card-moves': () => 'Where cards move by themselves changed',
	'firms.save': (p: { name: string; firmId?: string; supplies?: boolean }) => `${p.name} saved`,
	'firms.set-aside': (p: { name: string; archived: boolean }) => `${p.name} ${p.archived ? 'set aside' : 'taken back'}`,
	'firms.save-paper': (p: { name: string; paper: string }) => `${p.name}: ${p.paper} noted`,
	'firms.remove-paper': (p: { paper: string }) => `${p.paper} taken off`,
	'people.add-role': (p: { name: string; rights: number }) => `Role ${p.name} made with ${p.rights} rights`,
	'people.change-role': (p: { name: string; given: string[]; taken: string[] }) => `Role ${p.name}: ${roleChange(p.given, p.taken)}`,
	'people.set-aside-role': (p: { name: string; archived: boolean }) => `Role ${p.name} ${p.archived ? 'set aside' : 'taken back'}`,
	'people.end-sessions': (p: { name: string }) => `${p.name} signed out everywhere`,
	'people.request-reset': () => 'New password asked for',
	'people.choose-password': (p: { person: string }) => `${p.person} chose a password`,
	'people.change-own-password': () => 'Password changed',
	'people.add': (p: { name: string; role: string }) => `${p.name} joined as ${p.role}`,
	'views.save': (p: { name: string }) => `View “${p.name}” kept`,
	'views.lay-out': (p: { list: string }) => `List “${p.list}” laid out`,
	'views.remove': (p: { name: string }) => `View “${p.name}” taken away`,
	'outbox.resend': (p: { subject: string }) => `Sent again: ${p.subject}`,
	'time-off.add': (p: { name: string; from: string; to: string }) => `${p.name} is off from ${longDay(p.from)} to ${longDay(p.to)}`,
	'company.visit-messages': (p: { dayBefore: boolean; onOurWay: boolean }) =>
		`Customers are told ${[p.dayBefore ? 'the day before' : '', p.onOurWay ? 'when somebody sets out' : ''].filter(Boolean).join(' and ') || 'nothing by itself'}`,
	'time-off.ask': (p: { name: string; from: string; to: string }) =>
		`${p.name} asks for time off from ${longDay(p.from)} to ${longDay(p.to)}`,
	'time-off.answer': (p: { name: string; granted: boolean; from: string; to: string }) =>
		`Time off of ${p.name} from ${longDay(p.from)} to ${longDay(p.to)} ${p.granted ? 'granted' : 'refused'}`,
	'time-off.take-back': (p: { from: string; to: string }) =>
		`Time off from ${longDay(p.from)} to ${longDay(p.to)} is not asked for any more`,
	'people.set-planning': (p: { name: string }) => `How ${p.name} is planned was changed`,
	'people.save-paper': (p: { name: string; paper: string; until: string }) =>
		`“${p.paper}” of ${p.name}${p.until ? ` holds until ${longDay(p.until)}` : ' was noted'}`,
	'people.remove-paper': (p: { paper: string }) => `“${p.paper}” was taken off`,
	'company.set-week': (p: { holidays: number }) => `The company’s week and ${p.holidays} holiday${p.holidays === 1 ? '' : 's'} were set`,
	'branches.set-week': (p: { name: string; own: boolean }) =>
		p.own ? `${p.name} works a week of its own` : `${p.name} works the company’s week`,
	'time-off.remove': (p: { from: string; to: string }) => `Time off from ${longDay(p.from)} to ${longDay(p.to)} was taken back`,
	'work.task-templates': (p: { templates: number }) => `Tasks that jobs begin with: ${p.templates}`,
	'work.add-task': (p: { task: string }) => `Task added: ${p.task}`,
	'work.change-task': (p: { task: string }) => `Task changed: ${p.task}`,
	'work.tick-step': (p: { done: boolean; step: string; task: string }) => `${p.done ? 'Done' : 'Open again'}: ${p.step} (${p.task})`,
	'work.give-parts': (p: { parts: number; task: string }) => `${p.parts} part${p.parts === 1 ? '' : 's'} given to ${p.task}`,
	'work.move-part': (p: { part: string; state: string }) => `${p.part} is ${p.state}`,
	'work.remove-part': (p: { part: string; task: string }) => `${p.part} taken off ${p.task}`,
	'work.remove-task': (p: { task: string }) => `Task taken off: ${p.task}`,
	'work.tick-task': (p: { done: boolean; task: string; jobId?: string }) => `${p.done ? 'Done' : 'Open again'}: ${p.task}`
};
