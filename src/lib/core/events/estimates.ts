import { lines, money } from './say';

const WHOLE = { total: 'Total', margin: 'Margin', markup: 'Markup', 'per size': 'Price per size' };

/** What happens on an estimate: each event's words, made of its parameters when it is read. */
export const ESTIMATES = {
	'estimates.taken-back': (p: { said: string }) => `Taken back: ${p.said}`,
	'estimates.again': (p: { said: string }) => `Again: ${p.said}`,
	'estimates.reprice': (p: { n: number }) => `${p.n} line${p.n === 1 ? '' : 's'} brought up to date`,
	'estimates.put-shape': (p: { scope: string; kind: string; shapeId: string | undefined }) =>
		`${p.scope}: ${p.kind} ${p.shapeId ? 'changed' : 'added'}`,
	'estimates.remove-shape': () => 'Shape removed',
	'estimates.put-assembly': (p: { assembly: string; scope: string }) => `${p.assembly} put on ${p.scope}`,
	'estimates.add-line': (p: { line: string; scope: string }) => `${p.line} added to ${p.scope}`,
	'estimates.change-line': (p: { line: string; field: string; value: string }) =>
		`${p.line}: ${p.field} ${p.value === '' ? 'cleared' : `set to ${p.value}`}`,
	'estimates.move-line': (p: { line: string }) => `${p.line} moved`,
	'estimates.remove-line': (p: { line: string }) => `${p.line} deleted`,
	'estimates.set-discount': (p: { discount: string }) => (p.discount === '' ? 'Discount taken off' : `Discount ${p.discount}`),
	'estimates.set-whole': (p: { what: keyof typeof WHOLE; value: string }) => `${WHOLE[p.what]} set to ${p.value}`,
	'estimates.set-recurring': (p: { count: number }) =>
		p.count ? `Charged again and again: ${p.count} line${p.count > 1 ? 's' : ''}` : 'Nothing is charged again and again',
	'estimates.write-intro': () => 'Title and introduction changed',
	'estimates.start-change': (p: { number: number; name: string }) => `Change order ${p.number} begun: ${p.name}`,
	'estimates.change-days': (p: { change: number; days: number }) =>
		`Change order ${p.change}: ${p.days} day${Math.abs(p.days) === 1 ? '' : 's'}`,
	'estimates.put-group': (p: { name: string; members: number }) => `${p.name}: ${p.members} to choose from`,
	'estimates.remove-group': (p: { name: string }) => `${p.name} taken apart`,
	'estimates.add-scope': (p: { name: string }) => `Scope ${p.name} added`,
	'estimates.change-scope': (p: { name: string }) => `Scope ${p.name} changed`,
	'estimates.copy-scope': (p: { scope: string; name: string }) => `Scope ${p.scope} copied as ${p.name}`,
	'estimates.remove-scope': (p: { scope: string }) => `Scope ${p.scope} deleted`,
	'estimates.place-scope': (p: { scope: string }) => `Scope ${p.scope} moved`,
	'estimates.change-line-fields': (p: { name: string; said: string[] }) => `${p.name}: ${p.said.join(', ')} changed`,
	'estimates.change-lines': (p: { rows: number; field: string; value: string }) => `${lines(p.rows)}: ${p.field} ${p.value || 'cleared'}`,
	'estimates.pool-lines': (p: { rows: number; name: string }) => `${lines(p.rows)} pooled as ${p.name}`,
	'estimates.remove-lines': (p: { rows: number }) => `${lines(p.rows)} deleted`,
	'estimates.move-lines': (p: { rows: number; goal: string }) => `${lines(p.rows)} moved to ${p.goal}`,
	'estimates.paste-block': (p: { lines: number; scope: string }) => `${lines(p.lines)} pasted into ${p.scope}`,
	'estimates.add-heading': (p: { name: string }) => `Heading ${p.name}`,
	'estimates.comment': (p: { about: string }) => `Second look at ${p.about || 'the estimate'}`,
	'estimates.settle-comment': (p: { settled: boolean }) => `Remark ${p.settled ? 'settled' : 'opened again'}`,
	'estimates.ask-sign-off': (p: { reasons: string[] }) => `Sign-off asked for: ${p.reasons.join('; ')}`,
	'estimates.answer-sign-off': (p: { give: boolean; price: number; answer: string }) =>
		p.give ? `Signed off at ${money(p.price)}` : `Sent back: ${p.answer}`,
	'estimates.save-template': (p: { name: string }) => `Template ${p.name} kept`,
	'estimates.use-template': (p: { name: string; n: number }) => `Template ${p.name}: ${p.n} scope${p.n === 1 ? '' : 's'}`,
	'estimates.set-template-aside': (p: { name: string; back?: boolean }) => `Template ${p.name} ${p.back ? 'put back' : 'set aside'}`,
	'estimates.rename-template': (p: { name: string }) => `Template ${p.name}: name and kind of work changed`,
	'estimates.copy-from': (p: { n: number }) => `${p.n} scope${p.n === 1 ? '' : 's'} from an earlier estimate`,
	'estimates.from-revision': (p: { revision: number }) => `Back to revision ${p.revision} as a draft`,
	'estimates.add-earlier': (p: { line: string }) => `${p.line} added as it was sold before`,
	'estimates.add-service': (p: { service: string; scope: string }) => `${p.service} added to ${p.scope}`,
	'estimates.start': () => 'Estimate begun',
	'photos.add': () => 'Picture of the site added',
	'photos.change': () => 'Picture of the site marked',
	'photos.remove': () => 'Picture of the site taken off'
};
