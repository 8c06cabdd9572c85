import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { standInRouting, webRouting } from '$lib/server/ports';

let server: Server | undefined;
afterEach(() => {
	server?.closeAllConnections();
	server?.close();
});
const asked: string[] = [];
/** A routing service: seconds are the difference of the places' longitudes in thousandths, a minute each. */
async function service(answer: (from: number[], to: number[]) => unknown, late = 0): Promise<string> {
	asked.length = 0;
	server = createServer((req, res) => {
		asked.push(req.url ?? '');
		const url = new URL(req.url ?? '', 'http://x');
		const lng = (url.pathname.split('/').at(-1) ?? '').split(';').map((p) => Number(p.split(',')[0]));
		const of = (name: string) => (url.searchParams.get(name) ?? '').split(';').map((n) => lng[Number(n)] ?? NaN);
		setTimeout(() => res.end(JSON.stringify(answer(of('sources'), of('destinations')))), late);
	});
	await new Promise<void>((done) => server?.listen(0, '127.0.0.1', done));
	return `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
}
const places = (n: number) => Array.from({ length: n }, (_, i) => ({ lat: -47, lng: -131 + i / 1000 }));
const right = (from: number[], to: number[]) => ({
	code: 'Ok',
	durations: from.map((a) => to.map((b) => Math.round(Math.abs(a - b) * 1000) * 60))
});

describe('driving between places', () => {
	it('is of the service, whole although it is asked in pieces, and asked for once', async () => {
		const routing = webRouting(await service(right));
		const { minutes, problem } = await routing.table(places(120));
		expect(problem).toBe('');
		expect(minutes).toHaveLength(120);
		expect([minutes![0]![119], minutes![60]![10], minutes![5]![5]]).toEqual([119, 50, 0]);
		expect(asked).toHaveLength(9);
		await routing.table(places(120));
		expect(asked).toHaveLength(9);
	});
	it('is as the crow flies where the service is late, talks nonsense or is not there, and that is said', async () => {
		expect(await webRouting(await service(right, 400), 50).table(places(3))).toEqual({ minutes: null, problem: 'It answered too late.' });
		for (const nonsense of [
			null,
			{ code: 'Ok' },
			{ code: 'Ok', durations: [[1]] },
			{ code: 'NoRoute' },
			{ code: 'Ok', durations: [['a', null, -1]] }
		])
			expect(await webRouting(await service(() => nonsense)).table(places(3))).toEqual({
				minutes: null,
				problem: 'It answered something that is no table.'
			});
		expect(await webRouting('http://127.0.0.1:9').table(places(3))).toEqual({ minutes: null, problem: 'It did not answer.' });
		expect((await webRouting('http://127.0.0.1:9').table(places(401))).problem).toContain('at most 400');
	});
	it('asks nobody where no service is set up', async () => {
		expect(await standInRouting().table(places(3))).toEqual({ minutes: null, problem: '' });
	});
});
