import { formatCents, formatPercent, formatQuantity } from '../money';
import { longDay } from '../time';

const some = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;
const money = (n: number): string => formatCents(n);

/** What happens to orders, deliveries, suppliers' bills and what a job costs: each event's words, made of its parameters when it is read. */
export const BUYING = {
	'buying.order-materials': (p: { lines: number; firms: string[] }) =>
		`${some(p.lines, 'material')} put on orders to ${p.firms.join(', ')}`,
	'buying.begin-order': () => 'Order begun',
	'buying.change-order': () => 'Order changed',
	'buying.add-line': (p: { name: string }) => `${p.name} added to the order`,
	'buying.change-line': (p: { name: string }) => `${p.name} changed on the order`,
	'buying.remove-line': (p: { name: string }) => `${p.name} taken off the order`,
	'buying.send-order': (p: { number: number; amount: number; firm: string }) => `Order ${p.number} of ${money(p.amount)} sent to ${p.firm}`,
	'buying.withdraw-order': (p: { number: number | null; reason: string }) =>
		p.number === null ? 'Draft order thrown away' : `Order ${p.number} taken back: ${p.reason}`,
	'buying.take-delivery': (p: { number: number | null; lines: number }) => `Delivery on order ${p.number}: ${some(p.lines, 'line')}`,
	'buying.close-line': (p: { name: string; closed: boolean; released: number }) =>
		p.closed ? `${p.name}: no more comes, ${money(p.released)} free again` : `${p.name}: open again`,
	'buying.enter-bill': (p: { firm: string; number: string; total: number }) => `Bill ${p.number} of ${p.firm} entered: ${money(p.total)}`,
	'buying.withdraw-bill': (p: { number: string; reason: string }) => `Bill ${p.number} taken back: ${p.reason}`,
	'buying.pay-bill': (p: { number: string; day: string | null; paid: number }) =>
		p.day === null ? `Bill ${p.number} is not paid after all` : `Bill ${p.number} paid on ${longDay(p.day)}: ${money(p.paid)}`,
	'buying.attach-scan': (p: { name: string }) => `${p.name} kept with the bill`,
	'buying.detach-scan': (p: { name: string }) => `${p.name} taken off the bill`,
	'company.bill-tolerance': (p: { amount: number; percent: number }) =>
		`Suppliers’ bills may differ by ${money(p.amount)} or ${formatPercent(p.percent)} %`,
	'company.collecting': (p: { on: boolean; yearly: number }) =>
		`Reminders of invoices are ${p.on ? 'on' : 'off'}, late charge ${formatPercent(p.yearly)} % a year`,
	'costs.fit-ordered': (p: { name: string; quantity: number; unit: string }) =>
		`${formatQuantity(p.quantity)} ${p.unit} of ${p.name} used, as ordered`,
	'costs.set-remainder': (p: { kind: string; phase: string; amount: number | null }) =>
		`${p.phase || 'No phase'}, ${p.kind}: ${p.amount === null ? 'to come by the budget again' : `${money(p.amount)} still to come`}`,
	'costs.set-complete': (p: { phase: string; percent: number | null }) =>
		`${p.phase}: ${p.percent === null ? 'percent complete taken off' : `${formatPercent(p.percent)} complete`}`
};
