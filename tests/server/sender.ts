import { openApp } from '../../src/lib/server/app';
import { sendDue } from '../../src/lib/server/outbox';
import { tellTomorrow } from '../../src/lib/server/planning';
import { writeSync } from 'node:fs';

/** Tells customers of tomorrow and sends what is due, as the worker does, until it is killed. */
const app = openApp();
writeSync(1, 'up\n');
for (;;) {
	app.run(tellTomorrow, {}, { type: 'system' });
	await sendDue(app);
	if (process.argv[2] === 'once') break;
	await new Promise((go) => setImmediate(go));
}
