import { writeCsv } from '../../core/formats';
import { wallInstant } from '../../core/planning';
import type { Viewer } from '../../core/access';
import { toTyped } from '../../core/money';
import type { App } from '../app';
import { companyOf } from '../company';
import { grouped } from '../../core/lists';
import { writeCalendar } from '../planning';
import { agreementList, serviceList, visitsOfService } from './queries';

type Row = ReturnType<typeof agreementList>[number];
const WEEKDAYS = ['', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** The columns of the table of agreements; prices for those who see them. */
const COLUMNS: [head: string, of: (a: Row) => string | number][] = [
	['number', (a) => String(a.number)],
	['customer', (a) => a.customer],
	['address', (a) => a.address],
	['district', (a) => a.district],
	['from', (a) => a.from],
	['to', (a) => a.to],
	['visits sold', (a) => String(a.sold)],
	['visits planned', (a) => String(a.planned)],
	['visits done', (a) => String(a.done)],
	['hours', (a) => toTyped(a.hours, 4)],
	['price', (a) => (a.price === null ? '' : toTyped(a.price, 2))],
	['billed', (a) => a.billing],
	['crew', (a) => a.crew ?? (a.weekday === null ? '' : 'nobody yet')],
	['weekday', (a) => WEEKDAYS[a.weekday ?? 0] ?? ''],
	['latitude', (a) => a.lat ?? ''],
	['longitude', (a) => a.lng ?? ''],
	['note', (a) => a.note]
];

/** A file of a service's agreements, as it is taken along; null: there is no such service, or no such format. */
export function roundsFile(app: App, serviceId: string, format: string, viewer: Viewer): { type: string; text: string } | null {
	const service = serviceList(app).find((s) => s.id === serviceId);
	if (!service) return null;
	const rows = agreementList(app, service.id, viewer);
	if (format === 'csv')
		return { type: 'text/csv', text: `\ufeff${writeCsv([COLUMNS.map(([h]) => h), ...rows.map((a) => COLUMNS.map(([, of]) => of(a)))])}` };
	if (format === 'geojson') return { type: 'application/geo+json', text: JSON.stringify(geojsonOf(rows), null, '\t') };
	if (format === 'ics') return { type: 'text/calendar', text: calendarOf(app, service) };
	return null;
}

/** RFC 7946: a point for each site, and a line for each round in the order it is driven. */
function geojsonOf(rows: readonly Row[]) {
	const placed = rows.filter((a) => a.lat !== null && a.lng !== null);
	const at = (a: Row): [number, number] => [a.lng ?? 0, a.lat ?? 0];
	const rounds = grouped(
		placed.filter((a) => a.weekday !== null),
		(a) => `${a.crew ?? 'nobody yet'}, ${WEEKDAYS[a.weekday ?? 0] ?? ''}`
	);
	const inOrder = (own: Row[]) => [...own].sort((a, b) => (a.stop ?? 1e9) - (b.stop ?? 1e9) || a.address.localeCompare(b.address));
	return {
		type: 'FeatureCollection',
		features: [
			...placed.map((a) => ({
				type: 'Feature',
				id: a.id,
				geometry: { type: 'Point', coordinates: at(a) },
				properties: { number: a.number, customer: a.customer, address: a.address, district: a.district, sold: a.sold, planned: a.planned }
			})),
			...[...rounds].flatMap(([name, own]) =>
				own.length < 2
					? []
					: [
							{
								type: 'Feature',
								geometry: { type: 'LineString', coordinates: inOrder(own).map(at) },
								properties: { round: name, stops: own.length }
							}
						]
			)
		]
	};
}

/** A whole-day entry for each round day of a crew, its stops in order. */
function calendarOf(app: App, service: { id: string; name: string }): string {
	const { name, zone } = companyOf(app);
	const days = [...grouped(visitsOfService(app, service.id), (v) => `${v.crewId ?? 'nobody'} ${v.day}`)].map(([key, own]) => ({
		...{ id: `round-${service.id}-${key.replace(' ', '-')}`, day: own[0]?.day ?? '', from: null, to: null, sequence: 0 },
		title: `${service.name}, ${own[0]?.crew ?? 'nobody yet'}: ${own.length} stops`,
		place: own[0]?.address ?? '',
		note: own.map((v, n) => `${n + 1}. ${v.address}`).join('\n')
	}));
	return writeCalendar(days, { name: `${service.name}, ${name}`, at: app.clock.now(), instant: (d, m) => wallInstant(d, m, zone) });
}
