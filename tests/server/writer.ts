import { writeSync } from 'node:fs';
import { COMMANDS } from '../../src/lib/server/all-commands';
import { openApp } from '../../src/lib/server/app';
import type { Actor } from '../../src/lib/server/commands';

/** Runs real commands one after the other, and says each one only when it was acknowledged. */
const app = openApp();
const office: Actor = { type: 'person', id: 'petra', name: 'Petra Vinter', role: 'office' };
const round = process.argv[2] ?? '';
const call = <R>(name: string, input: unknown, key?: string): R => app.run<R>(COMMANDS.get(name) as never, input, office, key);
const items = app.db.sqlite.prepare('select id from items limit 1').get() as { id: string };
for (let i = 0; i < 500; i++) {
	const key = `${round}-${i}`;
	const { jobId } = call<{ jobId: string }>(
		'jobs.open',
		{ name: key, customerId: null, customerName: key, address: '', kindOfWork: '', source: '', wanted: '' },
		key
	);
	const { number } = call<{ number: number }>('jobs.win', { jobId }, key);
	call('costs.use-material', { jobId, itemId: items.id, quantity: '2' }, key);
	writeSync(1, `${jobId} ${number}\n`);
}
