import { sentLater, span, type SentLater, type Span } from './say';
import { formatCents, formatMinutes } from '../money';
import { longDay } from '../time';

const from = (a: string, b: string): string => (a === b ? `on ${longDay(a)}` : `from ${longDay(a)} to ${longDay(b)}`);

/** What happens on jobs: plan, time, field, costs: each event's words, made of its parameters when it is read. */
export const WORK = {
	'plan.add': (p: { wanted: number; from: string }) => `${p.wanted} shift${p.wanted === 1 ? '' : 's'} planned from ${longDay(p.from)}`,
	'plan.ask-firm': (p: { firm: string; from: string; to: string }) => `${p.firm} asked to come ${from(p.from, p.to)}`,
	'plan.withdraw-ask': (p: { firm: string; from: string; to: string }) => `${p.firm} is not needed ${from(p.from, p.to)}`,
	'plan.answer-ask': (p: { firm: string; answer: string; why: string; from: string; to: string }) =>
		`${p.firm} says ${p.answer}, ${from(p.from, p.to)}${p.why ? `: ${p.why}` : ''}`,
	'plan.begin-draft': (p: { name: string }) => `Draft plan “${p.name}” begun`,
	'plan.draft-changed': (p: { name: string; n: number }) => `Draft plan “${p.name}”: ${p.n} shift${p.n === 1 ? '' : 's'} tried`,
	'plan.change-draft': (p: { name: string; state: string }) => `Draft plan “${p.name}” ${p.state === 'dropped' ? 'dropped' : 'kept'}`,
	'plan.settle-draft': (p: { name: string; n: number; keep: boolean }) =>
		`Draft plan “${p.name}”: ${p.keep ? 'its own kept' : 'goes by the plan'} in ${p.n} place${p.n === 1 ? '' : 's'}`,
	'plan.take-draft': (p: { name: string; n: number; left: number }) =>
		`Draft plan “${p.name}” taken: ${p.n} change${p.n === 1 ? '' : 's'}${p.left ? `, ${p.left} left` : ''}`,
	'plan.tell-customer': (p: { to: string }) => `The customer was told when we come (${p.to})`,
	'plan.renew-calendar': (p: { on: boolean }) => (p.on ? 'Calendar feed made' : 'Calendar feed ended'),
	'plan.tell': (p: { name: string; n: number; by: string }) =>
		`${p.name} was told of ${p.n} change${p.n === 1 ? '' : 's'}${p.by === 'phone' ? ', by phone' : ''}`,
	'plan.visit-messages': (p: { on: boolean; name: string }) =>
		p.on ? `${p.name} is told again before we come` : `${p.name} is not told any more before we come`,
	'plan.told-tomorrow': (p: { day: string }) => `The customer was told that we come on ${longDay(p.day)}`,
	'plan.on-our-way': (p: { who: string; minutes: number }) => `${p.who} is on the way; the customer was told, in ${p.minutes} min`,
	'plan.see-notice': (p: { n: number }) => `${p.n} change${p.n === 1 ? '' : 's'} of the plan seen`,
	'plan.called': (p: { name: string }) => `${p.name} was reached by phone`,
	'plan.move-day': (p: { day: string; shifts: number; visits: number }) =>
		`What was planned on ${longDay(p.day)} was moved: ${p.shifts} shift${p.shifts === 1 ? '' : 's'}${p.visits ? ` and ${p.visits} visit${p.visits === 1 ? '' : 's'}` : ''}`,
	'plan.move-day-back': (p: { n: number }) => `A moved day was taken back: ${p.n} stand${p.n === 1 ? 's' : ''} where they stood`,
	'plan.renew-feed': (p: { of: string; on: boolean }) => `Calendar feed of ${p.of} ${p.on ? 'made' : 'ended'}`,
	'plan.add-calendar': (p: { name: string; calendar: string }) => `The calendar “${p.calendar}” of ${p.name} counts as taken`,
	'plan.refresh-calendar': (p: { calendar: string }) => `The calendar “${p.calendar}” is fetched anew`,
	'plan.remove-calendar': (p: { calendar: string }) => `The calendar “${p.calendar}” was taken off`,
	'plan.take-calendar': (p: { calendar: string; n: number; problem: string }) =>
		p.problem ? `The calendar “${p.calendar}” could not be read: ${p.problem}` : `The calendar “${p.calendar}” has ${p.n} taken times`,
	'plan.put-on-call': (p: { name: string; from: string; to: string }) => `${p.name} is on call ${from(p.from, p.to)}`,
	'plan.take-off-call': (p: { from: string; to: string }) => `Nobody is on call ${from(p.from, p.to)} any more`,
	'jobs.link-phases': (p: { before: string; after: string; pause: number | null }) =>
		p.pause === null
			? `${p.after} does not wait for ${p.before} any more`
			: `${p.after} waits for ${p.before}${p.pause ? `, and ${p.pause} working day${p.pause === 1 ? '' : 's'} more` : ''}`,
	'plan.changed': (p: { n: number; what: string }) => `${p.n} shift${p.n === 1 ? '' : 's'} ${p.what}`,
	'time.clock-on': (p: { who: string; jobId?: string } & SentLater) => `${p.who} clocked on${sentLater(p)}`,
	'time.clock-off': (p: { who: string; entryId: string } & SentLater) => `${p.who} clocked off${sentLater(p)}`,
	'time.add': (p: { entryId: string; from: string; to: string; day: string }) => `${p.from}–${p.to} on ${longDay(p.day)} added`,
	'repeats.except': (p: { name: string; occursOn: string; day: string | null }) =>
		p.day === null
			? `${p.name}: the one of ${longDay(p.occursOn)} is left out`
			: `${p.name}: the one of ${longDay(p.occursOn)} comes on ${longDay(p.day)}`,
	'repeats.invoice-due': (p: { name: string; jobId: string; likeJobId: string; lines: { text: string; amount: number }[] }) =>
		`${p.name} is drafted as an invoice: ${p.lines.length === 1 ? 'one' : p.lines.length}`,
	'repeats.drop-exception': (p: { name: string; occursOn: string }) => `${p.name}: ${longDay(p.occursOn)} is as the rule says again`,
	'repeats.end': (p: { name: string; lastDay: string }) => `${p.name} ends on ${longDay(p.lastDay)}`,
	'rounds.save-service': (p: { name: string }) => `Season service ${p.name} saved`,
	'rounds.save-cadence': (p: { service: string; name: string }) => `${p.service}: cadence ${p.name} saved`,
	'rounds.sell-many': (p: { service: string; count: number; year: number }) =>
		`${p.service}: sold to ${p.count} site${p.count === 1 ? '' : 's'} for ${p.year}`,
	'rounds.renew': (p: { service: string; count: number; year: number }) => `${p.service}: ${p.count} agreements renewed for ${p.year}`,
	'rounds.offer-renewals': (p: { service: string; count: number; year: number }) =>
		`${p.service}: ${p.count} agreement${p.count === 1 ? '' : 's'} offered for ${p.year}`,
	'rounds.set-order': (p: { sites: number }) => `Order of ${p.sites} sites on their round set`,
	'rounds.move-visits': (p: { count: number }) => `${p.count} visit${p.count === 1 ? '' : 's'} of rounds changed`,
	'rounds.instalment': (p: { agreementId: string; number: number; n: number; of: number }) =>
		`Agreement ${p.number}: instalment ${p.n} of ${p.of} is to bill`,
	'rounds.complete': (p: { agreementId: string; number: number }) => `Agreement ${p.number}: the whole price is to bill`,
	'rounds.incomplete': (p: { agreementId: string; number: number }) =>
		`Agreement ${p.number}: not all its visits are done after all, its price is not to bill`,
	'rounds.set-aside-service': (p: { name: string; archived: boolean }) =>
		`Season service ${p.name} ${p.archived ? 'set aside' : 'taken back'}`,
	'rounds.add-agreement': (p: { number: number; service: string; visits: number }) =>
		`Agreement ${p.number}: ${p.service}, ${p.visits} visit${p.visits === 1 ? '' : 's'}`,
	'rounds.take-quote': (p: { jobId: string; lineIds: string[]; number: number; service: string; visits: number }) =>
		`Agreement ${p.number} from what was accepted: ${p.service}, ${p.visits} visit${p.visits === 1 ? '' : 's'}`,
	'rounds.change-agreement': (p: { number: number }) => `Agreement ${p.number} changed`,
	'rounds.change-many': (p: { count: number }) => `${p.count} agreement${p.count === 1 ? '' : 's'} changed`,
	'rounds.end-agreement': (p: { number: number; reason: string; takenOff: number }) =>
		`Agreement ${p.number} ended: ${p.reason}; ${p.takenOff} visit${p.takenOff === 1 ? '' : 's'} taken off`,
	'rounds.plan': (p: { service: string; sites: number; visits: number; reason?: string }) =>
		`${p.service}: ${p.visits} visits to ${p.sites} sites planned${p.reason ? `; not what was sold: ${p.reason}` : ''}`,
	'rounds.undo-plan': (p: { service: string; takenOff: number }) => `${p.service}: a planning of ${p.takenOff} visits was taken back`,
	'rounds.move-visit': (p: { site: string; from: string; to: string }) =>
		`Visit to ${p.site} moved from ${longDay(p.from)} to ${longDay(p.to)}`,
	'rounds.visit-done': (p: { visitId: string; site: string; service: string; share: number; sold: number }) =>
		`${p.service}: visit ${p.share} of ${p.sold} to ${p.site} done${p.share > p.sold ? ', more than sold: nothing is charged' : ''}`,
	'rounds.visit-open': (p: { visitId: string; site: string }) => `Visit to ${p.site} is open again`,
	'rounds.add-picture': (p: { visitId: string; fileId: string; site: string; moment: 'before' | 'after' }) =>
		`A picture ${p.moment} the visit, ${p.site}`,
	'rounds.arrive-visit': (p: { site: string; here: boolean }) => (p.here ? `The crew is at ${p.site}` : `The crew left ${p.site}`),
	'rounds.skip-visit': (p: { site: string; day: string; reason: string }) =>
		`Visit to ${p.site} on ${longDay(p.day)} left out: ${p.reason}`,
	'forms.begin': (p: { form: string }) => `${p.form} begun`,
	'forms.save': (p: { form: string }) => `${p.form} filled in`,
	'forms.replace': (p: { form: string; number: number }) => `${p.form} ${p.number} is made anew`,
	'form-designs.save': (p: { name: string; edition: number }) => `Site form ${p.name} saved as edition ${p.edition}`,
	'form-designs.require': (p: { name: string; kinds: string }) =>
		p.kinds ? `${p.name} has to be signed before this is finished: ${p.kinds}` : `${p.name} has to be signed for no kind of work`,
	'form-designs.set-aside': (p: { name: string; aside: boolean }) => `Site form ${p.name} ${p.aside ? 'set aside' : 'offered again'}`,
	'forms.sign': (p: { form: string; name: string; jobId?: string }) => `${p.form} signed by ${p.name}`,
	'forms.approve': (p: { form: string; number: number }) => `${p.form} ${p.number} issued`,
	'forms.return': (p: { form: string; reason: string }) => `${p.form} given back: ${p.reason}`,
	'forms.remove': (p: { form: string }) => `${p.form} taken off`,
	'forms.mail': (p: { name: string; to: string }) => `${p.name} sent to ${p.to}`,
	'handovers.sign': (p: { number: number; name: string }) => `Handover report ${p.number} signed by ${p.name}`,
	'field.offer': (p: { total: number; revisionId: string }) => `Offered on site: ${formatCents(p.total)}`,
	'field.sold': (p: { jobId: string; change: number; total: number; name: string }) =>
		`Sold on site and signed by ${p.name}: ${formatCents(p.total)}`,
	'field.not-sold': (p: { number: number }) => `Quote ${p.number}, offered on site, was not taken`,
	'repeats.save': (p: { name: string; rule: string }) => `${p.name} repeats ${p.rule}`,
	'repeats.pause': (p: { name: string; paused: boolean }) => `${p.name} ${p.paused ? 'is paused' : 'repeats again'}`,
	'repeats.reminded': (p: { day: string }) => `The customer was reminded of ${longDay(p.day)}`,
	'repeats.make': (p: { name: string; made: number }) => `${p.made} job${p.made === 1 ? '' : 's'} made of ${p.name}`,
	'time.approve-week': (p: { name: string; week: string; minutes: number }) =>
		`Week from ${longDay(p.week)} of ${p.name} approved: ${formatMinutes(p.minutes)}`,
	'time.open-week': (p: { name: string; week: string; reason: string }) =>
		`Week from ${longDay(p.week)} of ${p.name} opened again: ${p.reason}`,
	'time.correct': (p: { entryId: string; before: Span; after: Span; reason: string }) =>
		`Time of ${span(p.before)} corrected to ${span(p.after)}: ${p.reason}`,
	'time.remove': (p: { entryId: string; before: Span; reason: string }) => `Time of ${span(p.before)} taken off: ${p.reason}`,
	'work.add-tasks': (p: { n: number }) => `${p.n} task${p.n === 1 ? '' : 's'} added`,
	'work.move-tasks': (p: { n: number; first: string; phase: string }) =>
		`${p.n === 1 ? p.first : `${p.n} tasks`} moved${p.phase ? ` to ${p.phase}` : ''}`,
	'work.change-tasks': (p: { n: number; first: string }) => (p.n === 1 ? `Task changed: ${p.first}` : `${p.n} tasks changed`),
	'work.move-parts': (p: { n: number; state: string }) => `${p.n} part${p.n === 1 ? ' is' : 's are'} ${p.state}`,
	'work.add-punch': (p: { text: string }) => `To put right: ${p.text}`,
	'work.change-punch': (p: { text: string }) => `To put right, changed: ${p.text}`,
	'work.tick-punch': (p: { text: string; done: boolean }) => `${p.done ? 'Put right' : 'To put right again'}: ${p.text}`,
	'work.remove-punch': (p: { text: string }) => `Taken off the punch list: ${p.text}`,
	'work.save-permit': (p: { name: string; state: string }) => `${p.name}: ${p.state}`,
	'work.remove-permit': (p: { name: string }) => `${p.name} taken off`,
	'work.comment': (p: { about: string }) => `Said something${p.about ? ` on ${p.about}` : ''}`,
	'work.change-comment': (p: { about: string }) => `Put a comment right${p.about ? ` on ${p.about}` : ''}`,
	'work.take-back-comment': (p: { about: string }) => `Took a comment back${p.about ? ` on ${p.about}` : ''}`,
	'work.receive-mail': (p: { from: string; subject: string }) => `${p.from} wrote${p.subject ? `: ${p.subject}` : ''}`,
	'work.write-customer': (p: { to: string; subject: string }) => `Wrote to ${p.to}${p.subject ? `: ${p.subject}` : ''}`,
	'work.read-mails': (p: { n: number }) => `Read ${p.n} mail${p.n === 1 ? '' : 's'}`,
	'work.read-comments': (p: { n: number }) => `Read ${p.n} comment${p.n === 1 ? '' : 's'}`,
	'work.report-finding': (p: { text: string; begun: boolean }) => `Found on site: ${p.text}${p.begun ? ' (work on it begun)' : ''}`,
	'work.price-finding': (p: { text: string; change: number }) => `${p.text}: change order ${p.change}`,
	'work.let-finding-be': (p: { text: string; back: boolean; reason: string }) =>
		p.back ? `${p.text}: taken up again` : `${p.text}: let be, ${p.reason}`,
	'work.save-log': (p: { day: string }) => `Daily log of ${longDay(p.day)}`,
	'field.note': (p: { fileId: string | null }) => (p.fileId ? 'Picture added' : 'Note added'),
	'costs.use-material': (p: { name: string }) => `${p.name} used`,
	'costs.add': (p: { name: string }) => `${p.name}: cost added`,
	'costs.mark': (p: { cost: string; state: string }) => `${p.cost}: ${p.state}`
};
