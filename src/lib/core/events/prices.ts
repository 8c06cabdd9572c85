import { price } from './say';
import { longDay } from '../time';

/** What happens to prices: catalog, flat-rate services, rates, budget, taxes: each event's words, made of its parameters when it is read. */
export const PRICES = {
	'catalog.save-assembly': (p: { name: string }) => `Assembly ${p.name} saved`,
	'catalog.copy-assembly': (p: { from: string; name: string }) =>
		p.from ? `Assembly ${p.from} copied as ${p.name}` : `Assembly ${p.name} begun`,
	'catalog.set-assembly-aside': (p: { name: string; back: boolean }) => `Assembly ${p.name} ${p.back ? 'put back' : 'set aside'}`,
	'catalog.import-assemblies': (p: { added: number; replaced: number; items: number }) =>
		`Assemblies from a file: ${p.added} new, ${p.replaced} replaced, ${p.items} items`,
	'catalog.restore-assembly': (p: { name: string }) => `Assembly ${p.name}: back to how it was`,
	'catalog.change-items': (p: { items: number; words: string }) =>
		`${p.items.toLocaleString('en-US')} item${p.items === 1 ? '' : 's'}: ${p.words}`,
	'catalog.give-up': (p: { text: string; why: string }) => `${p.text}: stopped. ${p.why}`,
	'catalog.begin': (p: { text: string }) => `${p.text}: begun`,
	'catalog.undo-change': (p: { change: string; left: number }) =>
		`Taken back: ${p.change}${p.left > 0 ? `; ${p.left} changed by somebody since stay as they are` : ''}`,
	'catalog.save-category': (p: { name: string }) => `Category ${p.name} saved`,
	'catalog.remove-category': (p: { name: string }) => `Category ${p.name} removed`,
	'catalog.save-item': (p: { known: boolean; code: string }) => (p.known ? 'Item changed' : `Item ${p.code} added`),
	'catalog.import': (p: { file: string; added: number; changed: number; unchanged: number; rejected: number; aside: number }) =>
		`${p.file}: ${p.added} new, ${p.changed} changed, ${p.unchanged} unchanged, ${p.rejected} rejected${p.aside ? `, ${p.aside} set aside` : ''}`,
	'catalog.save-reference': (p: { supplier: string; code: string; cost: number }) =>
		`${p.supplier} has it as ${p.code}, at ${price(p.cost)}`,
	'catalog.drop-reference': (p: { code: string }) => `Supplier’s code ${p.code} taken off`,
	'catalog.buy-from': (p: { name: string; cost: number }) => `Bought from ${p.name} from now on, at ${price(p.cost)}`,
	'catalog.take-starter': (p: { trade: string; added: number; assemblies: number }) =>
		`Starter set ${p.trade}: ${p.added} items, ${p.assemblies} assemblies`,
	'catalog.take-line-price': (p: { unitPrice: number }) => `Price set to ${price(p.unitPrice)} from an estimate`,
	'catalog.attach': (p: { name: string }) => `Data sheet ${p.name} added`,
	'catalog.detach': (p: { name: string }) => `Data sheet ${p.name} taken off`,
	'flat-rate.save-catalog': (p: { known: boolean; name: string }) => (p.known ? `Terms of ${p.name} changed` : `Catalog ${p.name} begun`),
	'flat-rate.save-service': (p: { known: boolean; name: string; published: boolean }) =>
		p.known ? `${p.name} changed${p.published ? ', kept as ours' : ''}` : `${p.name} added`,
	'flat-rate.follow': (p: { name: string; follow: boolean }) => `${p.name} ${p.follow ? 'follows the editions again' : 'is kept as ours'}`,
	'flat-rate.set-aside': (p: { name: string; aside: boolean }) => `${p.name} ${p.aside ? 'is no longer offered' : 'is offered again'}`,
	'flat-rate.picture': (p: { name: string }) => `Picture of ${p.name} changed`,
	'flat-rate.receive-edition': (p: { edition: number; catalog: string }) => `Edition ${p.edition} of ${p.catalog} came in`,
	'flat-rate.take-edition': (p: { edition: number; catalog: string; said: string }) =>
		`Edition ${p.edition} of ${p.catalog} taken: ${p.said}`,
	'flat-rate.leave-edition': (p: { edition: number; catalog: string }) => `Edition ${p.edition} of ${p.catalog} left`,
	'rates.save': (p: { name: string; from: string }) => `Rate sheet ${p.name} saved, from ${longDay(p.from)}`,
	'rates.set-aside': (p: { back: boolean }) => (p.back ? 'Rate sheet put back' : 'Rate sheet set aside'),
	'rates.save-equipment': (p: { name: string; place: string }) => `${p.name} saved: in ${p.place}`,
	'budget.save': (p: { year: number }) => `Budget of ${p.year} saved`,
	'budget.save-scenario': (p: { name: string }) => `Scenario “${p.name}” kept`,
	'budget.drop-scenario': (p: { name: string }) => `Scenario “${p.name}” dropped`,
	'budget.take-overhead': (p: { year: number; sheets: number; from: string }) =>
		`Overhead of the ${p.year} budget put on ${p.sheets} rate sheets, from ${longDay(p.from)}`,
	'rate-groups.save': (p: { name: string }) => `Rate group ${p.name} saved`,
	'tax.save-component': (p: { name: string; rate: string; from: string }) => `${p.name}: ${p.rate} % from ${longDay(p.from)}`,
	'tax.save-code': (p: { name: string; known: boolean }) => `Tax code ${p.name} ${p.known ? 'changed' : 'added'}`,
	'branches.save': (p: { name: string; known: boolean }) => `Branch ${p.name} ${p.known ? 'changed' : 'added'}`
};
