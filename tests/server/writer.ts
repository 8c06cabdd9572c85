import { billingDay } from '../../src/lib/server/billing/many';
import { winByHand } from '../../src/lib/server/jobs/win';
import { openJob } from '../../src/lib/server/sales/commands';
import { useMaterial } from '$lib/server/costs/commands';
import { writeSync } from 'node:fs';
import { openApp } from '../../src/lib/server/app';
import type { Actor } from '../../src/lib/server/commands';

/** Runs real commands one after the other, and says each one only when it was acknowledged. */
const app = openApp();
const office: Actor = { type: 'person', id: 'petra', name: 'Petra Vinter', role: 'office' };
const round = process.argv[2] ?? '';
const items = app.db.sqlite.prepare('select id from items limit 1').get() as { id: string };
for (let i = 0; i < 500; i++) {
	const key = `${round}-${i}`;
	const { jobId } = app.run(
		openJob,
		{ name: key, customerId: null, customerName: key, address: '', kindOfWork: '', source: '', wanted: '' },
		office,
		key
	);
	const { number } = app.run(winByHand, { jobId }, office, key);
	app.run(useMaterial, { jobId, itemId: items.id, quantity: 20_000 }, office, key);
	// Two of them run the same billing day: what one billed the other leaves.
	app.run(
		billingDay,
		{ jobIds: [jobId], by: 'job', cutOff: '2027-12-31', grouping: 'each', stageId: null, issue: true, text: 'Here: {link}' },
		office,
		key
	);
	writeSync(1, `${jobId} ${number}\n`);
}
