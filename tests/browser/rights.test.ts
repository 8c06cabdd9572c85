import { request } from 'node:http';
import { afterAll, describe, expect, it } from 'vitest';
import { may, ROLES, type Role } from '../../src/lib/core/access';
import { ROUTES } from '../../src/lib/server/route-access';
import { base, dataDir } from './company';
import { reader } from './db';
import { pathsOf } from './records';

const db = reader(dataDir);
afterAll(() => db.close());

const WHO: Record<Role, string> = {
	owner: 'imogen',
	office: 'petra',
	estimator: 'bastian',
	'crew lead': 'marco',
	crew: 'ravi',
	bookkeeper: 'lowell'
};
interface Answer {
	status: number;
	body: string;
	cookie: string;
}
/** Asks with the path exactly as it is written: nothing is put right on the way. */
function ask(
	path: string,
	how: { method?: string; cookie?: string; body?: string; headers?: Record<string, string> } = {}
): Promise<Answer> {
	const { hostname, port } = new URL(base);
	return new Promise((done, failed) => {
		const headers = { ...(how.cookie ? { cookie: how.cookie } : {}), ...how.headers };
		const r = request({ hostname, port, path, method: how.method ?? 'GET', headers, agent: false }, (res) => {
			let body = '';
			// A stream never ends: its status is the answer.
			const finish = () =>
				done({ status: res.statusCode ?? 0, body, cookie: (res.headers['set-cookie'] ?? []).map((c) => c.split(';')[0]).join('; ') });
			if (/event-stream/.test(res.headers['content-type'] ?? '')) {
				finish();
				return void r.destroy();
			}
			res.on('data', (c: Buffer) => (body += c.toString()));
			res.on('end', () => (finish(), r.destroy()));
		});
		// What was promised and never sent ends with the answer.
		r.on('error', failed);
		r.end(how.body);
	});
}
const signedIn = new Map<Role, string>();
async function cookieOf(role: Role): Promise<string> {
	const known = signedIn.get(role);
	if (known) return known;
	const body = new URLSearchParams({ mail: `${WHO[role]}@pellgrave.example`, password: 'nickel-yard', to: '' }).toString();
	const headers = { origin: base, 'content-type': 'application/x-www-form-urlencoded', 'content-length': String(body.length) };
	const { cookie } = await ask('/sign-in', { method: 'POST', body, headers });
	signedIn.set(role, cookie);
	return cookie;
}

/** Something to put in the place of what an address holds. */
const valueOf = (route: string): string => {
	if (!route.includes('[')) return route;
	if (route.startsWith('/api/')) return route.replace(/\[\w+\]/g, 'x');
	return pathsOf(db, route, 1)[0] ?? route.replace('[id]', 'x');
};
/** The ways in which an address can be written that lead to the same route. */
function waysOf(path: string): string[] {
	const at = path.lastIndexOf('/') + 1;
	const code = (c: string) => `%${c.charCodeAt(0).toString(16)}`;
	const tail = path.slice(at);
	const encoded = `${path.slice(0, at)}${code(tail.charAt(0))}${tail.slice(1)}`;
	return [
		path,
		encoded,
		`${path.slice(0, at)}${[...tail].map(code).join('')}`,
		encoded.replace('%', '%25'),
		`/${path}`,
		`${path}/`,
		`${path.slice(0, at)}./${tail}`,
		`/today/..${path}`,
		`${path}/__data.json`,
		`${encoded}/__data.json`
	];
}
const PRIVATE = Object.entries(ROUTES).filter(
	(r): r is [string, Exclude<(typeof r)[1], 'public' | 'home'>] => r[1] !== 'public' && r[1] !== 'home'
);

describe('rights by the route that was matched', () => {
	it.each(ROLES)('%s gets no page, endpoint or data without the right, however the address is written', async (role) => {
		const cookie = await cookieOf(role);
		const got: string[] = [];
		for (const [route, right] of PRIVATE) {
			if (may({ role }, right)) continue;
			for (const way of waysOf(valueOf(route))) {
				const { status } = await ask(way, { cookie });
				// Refused, not there, or sent to the address as it is written properly; never answered.
				if (![403, 404, 308, 400].includes(status)) got.push(`${way} ${status}`);
			}
		}
		expect(got).toEqual([]);
	});
	it.each(ROLES)('%s gets what the right allows', async (role) => {
		const cookie = await cookieOf(role);
		const kept: string[] = [];
		for (const [route, right] of PRIVATE) {
			if (!may({ role }, right)) continue;
			const { status } = await ask(valueOf(route), { cookie });
			if (status === 403 || status === 401 || status >= 500) kept.push(`${route} ${status}`);
		}
		expect(kept).toEqual([]);
	});
	it.each(ROLES)('%s is shown no way to a page that would be refused', async (role) => {
		const cookie = await cookieOf(role);
		const asked = new Map<string, number>();
		const shut: string[] = [];
		let ways = 0;
		for (const [route, right] of PRIVATE) {
			if (!may({ role }, right) || route.startsWith('/api/')) continue;
			const path = valueOf(route);
			const { body } = await ask(path, { cookie });
			for (const href of new Set([...body.matchAll(/<a[^>]* href="(\/[^"#]*)/g)].map((m) => m[1]!.replaceAll('&amp;', '&')))) {
				if (!asked.has(href)) asked.set(href, (await ask(href, { cookie })).status);
				ways += 1;
				if (asked.get(href) === 403) shut.push(`${path} → ${href}`);
			}
		}
		expect(ways).toBeGreaterThan(0);
		expect(shut).toEqual([]);
	});
	it('strangers are sent to sign in, from every page and every way to write it', async () => {
		const got: string[] = [];
		for (const [route] of PRIVATE)
			for (const way of waysOf(valueOf(route))) {
				const { status, body } = await ask(way);
				const sentOn = status === 303 || (status === 200 && way.endsWith('__data.json') && body.startsWith('{"type":"redirect"'));
				if (!sentOn && ![401, 404, 308, 400].includes(status)) got.push(`${way} ${status}`);
			}
		expect(got).toEqual([]);
	});
	it('what the program keeps for itself cannot be called, whoever asks', async () => {
		const cookie = await cookieOf('owner');
		const call = (name: string, input: unknown) => {
			const body = JSON.stringify({ input });
			const headers = { origin: base, 'content-type': 'application/json', 'content-length': String(Buffer.byteLength(body)) };
			return ask(`/api/commands/${name}`, { method: 'POST', body, cookie, headers });
		};
		const before = db.value('select count(*) from files');
		const picture = { width: 1, height: 1, bytes: { type: 'Buffer', data: [60, 115, 118, 103] }, thumb: { type: 'Buffer', data: [] } };
		expect((await call('files.keep', picture)).status).toBe(404);
		expect((await call('people.add', {})).status).toBe(404);
		expect(
			(await call('leads.receive', { name: 'X', mail: 'x@x.example', phone: '', address: '', wanted: 'x', trap: '', openedMs: 9000 }))
				.status
		).toBe(404);
		expect((await call('charges.answer', {})).status).toBe(403);
		expect(db.value('select count(*) from files')).toBe(before);
	});
	it('bodies are refused by their length before they are read, and when they do not tell it', async () => {
		const cookie = await cookieOf('crew');
		const send = (path: string, headers: Record<string, string>) =>
			ask(path, { method: 'POST', cookie, headers: { origin: base, ...headers } });
		const json = { 'content-type': 'application/json' };
		const form = { 'content-type': 'application/x-www-form-urlencoded' };
		expect((await send('/api/commands/field.note', { ...json, 'content-length': '66000000' })).status).toBe(413);
		expect((await send('/sign-in', { ...form, 'content-length': '60000000' })).status).toBe(413);
		expect((await send('/api/commands/field.note', { ...json, 'transfer-encoding': 'chunked' })).status).toBe(411);
		const deep = '['.repeat(100_000);
		const nested = await ask('/api/commands/field.note', {
			method: 'POST',
			cookie,
			body: deep,
			headers: { origin: base, ...json, 'content-length': String(deep.length) }
		});
		expect([nested.status, nested.body]).toEqual([400, expect.stringContaining('nested too deep')]);
	});
});

describe('somebody who sees only some of the jobs', () => {
	const call = async (cookie: string, name: string, input: unknown) => {
		const body = JSON.stringify({ input });
		const headers = { origin: base, 'content-type': 'application/json', 'content-length': String(Buffer.byteLength(body)) };
		return ask(`/api/commands/${name}`, { method: 'POST', body, cookie, headers });
	};
	const setScope = async (scope: 'own' | 'all') => {
		const version = db.value<number>("select version from people where id = 'petra'");
		const input = { personId: 'petra', scope, branchId: null, version };
		expect((await call(await cookieOf('owner'), 'people.set-reach', input)).status).toBe(200);
	};
	it('finds no other job on any page, in any data, under any address', async () => {
		const cookie = await cookieOf('office');
		const isHidden = `person_id is not 'petra' and id not in (select job_id from shifts where person_id = 'petra')
			and id not in (select job_id from time_entries where person_id = 'petra' and job_id is not null)`;
		const hidden = db.all<{ id: string; name: string }>(
			// Named apart from jobs they see, and from customers, whom they see all the same.
			`select id, name from jobs where ${isHidden} and name not in (select name from jobs where not (${isHidden}))
				and not exists (select 1 from customers c where instr(c.name || c.address || c.notes, jobs.name) > 0)
				and not exists (select 1 from leads l where instr(l.name || l.wanted, jobs.name) > 0 and l.job_id is null)`
		);
		expect(hidden.length).toBeGreaterThan(20);
		// Seen before, so that what is not seen afterwards is kept back and not merely absent.
		const list = () => ask('/work/jobs/__data.json', { cookie });
		expect(hidden.some((j) => j.name === '')).toBe(false);
		expect((await list()).body).toContain(hidden.find((j) => /re-roof/.test(j.name))?.name);
		await setScope('own');
		try {
			const found: string[] = [];
			let pages = 0;
			for (const [route, right] of PRIVATE) {
				if (!may({ role: 'office', scope: 'own' }, right) || route === '/api/live') continue;
				const data = route.startsWith('/api/') ? '' : '/__data.json';
				if (!route.includes('[')) {
					const { status, body } = await ask(`${route}${data}`, { cookie });
					if (status === 200) pages += 1;
					for (const job of hidden) if (body.includes(JSON.stringify(job.name).slice(1, -1))) found.push(`${route} ${job.name}`);
				} else if (/^\/(jobs|field\/jobs)\/\[id\]/.test(route)) {
					const { body } = await ask(`${route.replace('[id]', hidden[0]!.id)}${data}`, { cookie });
					if (body.includes(hidden[0]!.name)) found.push(`${route} ${hidden[0]!.name}`);
				}
			}
			expect(found).toEqual([]);
			expect(pages).toBeGreaterThan(20);
			expect((await ask(`/jobs/${hidden[0]!.id}`, { cookie })).status).toBe(404);
			expect((await ask('/bill/bank', { cookie })).status).toBe(403);
			const note = await call(cookie, 'field.note', { jobId: hidden[0]!.id, text: 'x', fileId: null });
			expect([note.status, note.body]).toEqual([404, expect.stringContaining('This is not there, or it is not yours to see.')]);
		} finally {
			await setScope('all');
		}
		expect((await ask(`/jobs/${hidden[0]!.id}`, { cookie })).status).toBe(200);
	});
});

describe('one of us on a customer’s page', () => {
	it('sees what the customer sees and can answer nothing in their name', async () => {
		const cookie = await cookieOf('office');
		const page = await ask('/company/outbox/__data.json', { cookie });
		const path = /\/q\/[\w-]{43}/.exec(page.body)?.[0] ?? '';
		expect(path).not.toBe('');
		const before = db.value('select count(*) from answers') + db.value('select count(*) from quote_questions');
		const shown = await ask(path, { cookie });
		expect(shown.body).toContain('You are signed in as one of us');
		expect(shown.body).not.toContain('action="?/accept"');
		for (const [action, fields] of [
			['accept', { name: 'Customer', signature: '', agreed: 'on' }],
			['decline', { reason: 'No' }],
			['ask', { asked: 'Why?', about: '', asker: 'Customer' }]
		] as const) {
			const body = new URLSearchParams(fields).toString();
			const headers = { origin: base, 'content-type': 'application/x-www-form-urlencoded', 'content-length': String(body.length) };
			const answer = await ask(`${path}?/${action}`, { method: 'POST', body, cookie, headers });
			expect(answer.body, action).toContain('only the customer can do this');
		}
		expect(db.value('select count(*) from answers') + db.value('select count(*) from quote_questions')).toBe(before);
		const lowell = await ask('/company/outbox/__data.json', { cookie: await cookieOf('bookkeeper') });
		expect(lowell.body).not.toMatch(/\/q\/[\w-]{43}/);
	});
});

describe('the page of a quote, its source and its data', () => {
	it('hold no line that its layout keeps back, and no record’s inner name', async () => {
		const outbox = await ask('/company/outbox/__data.json', { cookie: await cookieOf('office') });
		const paths = [...new Set(outbox.body.match(/\/q\/[\w-]{43}/g) ?? [])];
		expect(paths.length).toBeGreaterThan(3);
		let looked = 0;
		for (const path of paths) {
			const [page, data] = [await ask(path), await ask(`${path}/__data.json`)];
			const whole = page.body + data.body;
			const said = /Quote (\d+)/.exec(page.body)?.[1];
			const frozen = db.all<{ header: string; frozen: string; job: string }>(
				'select r.header, r.frozen, q.job_id job from revisions r join quotes q on q.id = r.quote_id where q.number = ?',
				Number(said)
			);
			for (const r of frozen) {
				expect(whole).not.toContain(r.job);
				const { scopes } = (
					JSON.parse(r.frozen) as {
						estimate: {
							scopes: { name: string; wording: string; lines: { name: string; wording: string; hidden: boolean; option: boolean }[] }[];
						};
					}
				).estimate;
				const lined = (JSON.parse(r.header) as { layout?: { detail: string } }).layout?.detail === 'lines';
				const open = scopes.map((x) => `${x.name} ${x.wording}`).join(' ');
				const kept = scopes.flatMap((x) => x.lines.filter((l) => l.hidden || (!lined && !l.option)).map((l) => l.wording || l.name));
				for (const name of kept.filter((k) => k.length > 12 && !open.includes(k))) {
					looked += 1;
					expect(whole.includes(name), `${path}: ${name}`).toBe(false);
				}
			}
		}
		expect(looked).toBeGreaterThan(20);
	});
});
