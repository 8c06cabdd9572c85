import type { App } from './app';
import { workOnCatalog } from './catalog';
import { forgetOldKeys } from './commands';
import { log } from './log';
import { recordsDue, makeDueRecords, remindDue } from './quotes';
import { makeRepeatInvoices } from './billing';
import { remindInvoices, reconcileCharges } from './receivables';
import { readCalendars, tellTomorrow } from './planning';
import { billInstalments, takeRenewals } from './rounds';
import { makeRepeats, remindRepeats } from './repeats';
import { takeLeadMail } from './sales';
import { sendDue } from './outbox';

const DAY = 86_400_000;

/** Starts the worker of this process: looks when something was committed, and every few seconds. @returns stop */
export function startWorker(app: App): () => void {
	let busy = false;
	// Reminders are by the day: once a minute is often enough.
	let remindedAt = 0;
	let repeatedAt = 0;
	let reconciledAt = 0;
	let prunedAt = 0;
	let onCatalog = false;
	// Beside the rest: what takes half a minute must keep no mail waiting.
	const goOnWithCatalog = async (): Promise<void> => {
		if (onCatalog) return;
		onCatalog = true;
		await safely('catalog', () => workOnCatalog(app));
		onCatalog = false;
	};
	// Beside the rest too: a calendar that does not answer keeps nobody waiting.
	let onCalendars = false;
	const outsideCalendars = async (): Promise<void> => {
		if (onCalendars) return;
		onCalendars = true;
		await readCalendars(app).finally(() => (onCalendars = false));
	};
	const look = async (): Promise<void> => {
		if (busy) return;
		busy = true;
		// One of them that cannot, say for a folder it may not write, keeps none of the others.
		await safely('reminders', () => {
			if (app.clock.now() - remindedAt < 60_000) return;
			remindedAt = app.clock.now();
			app.run(remindDue, {}, { type: 'system' });
			app.run(remindInvoices, {}, { type: 'system' });
		});
		await safely('repeat jobs', () => {
			if (app.clock.now() - repeatedAt < 60_000) return;
			repeatedAt = app.clock.now();
			makeRepeats(app);
			app.run(tellTomorrow, {}, { type: 'system' });
			app.run(remindRepeats, {}, { type: 'system' });
			takeRenewals(app);
			app.run(billInstalments, {}, { type: 'system' });
			app.run(makeRepeatInvoices, {}, { type: 'system' });
		});
		await safely('records of acceptance', () => {
			if (recordsDue(app.db.orm)) app.run(makeDueRecords, {}, { type: 'system' });
		});
		await safely('card payments', async () => {
			// Whoever waited for an answer when the server died waits no more: at the start all are asked for.
			if (app.clock.now() - reconciledAt < 60_000) return;
			const first = reconciledAt === 0;
			reconciledAt = app.clock.now();
			await reconcileCharges(app, first);
		});
		await safely('old keys', () => {
			if (app.clock.now() - prunedAt < DAY) return;
			prunedAt = app.clock.now();
			forgetOldKeys(app.db.orm, prunedAt);
		});
		await safely('requests by mail', () => takeLeadMail(app));
		await safely('outbox', () => sendDue(app));
		void safely('calendars', () => outsideCalendars());
		busy = false;
	};
	const lookAtAll = () => {
		void goOnWithCatalog();
		void look();
	};
	app.poke = () => void setImmediate(lookAtAll);
	const timer = setInterval(lookAtAll, 5000);
	timer.unref();
	lookAtAll();
	return () => clearInterval(timer);
}

/** Does a piece of work; what it cannot do is logged and keeps nothing else from being done. */
async function safely(what: string, work: () => unknown): Promise<void> {
	try {
		await work();
	} catch (e) {
		log.error({ what, error: (e as Error).message }, 'worker');
	}
}
