import type { Browser } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { seriousOn } from './axe';
import { run } from './bench-steps';
import { bodyText, fill, launch, open, PHONE, press, reads, signIn, visitor } from './chrome';
import { reader, until } from './db';

const base = inject('base');
const db = reader(inject('dataDir'));
let browser: Browser;
beforeAll(async () => {
	browser = await launch();
});
afterAll(async () => {
	await browser.close();
	db.close();
});

describe('a crew that reads Spanish', () => {
	it('chooses it on the field page and has it on every page of the field, in what is refused too', async () => {
		const office = await visitor(browser);
		await signIn(office, base, 'petra');
		const { jobId } = (await run(office, 'jobs.open', {
			...{ name: 'Techo de prueba', customerId: null, customerName: 'Cliente', address: '', kindOfWork: 'Repair', source: '', wanted: '' }
		})) as { jobId: string };
		await run(office, 'jobs.win', { jobId });
		const page = await visitor(browser, PHONE);
		await signIn(page, base, 'ravi');
		await open(page, `${base}/field`);
		await reads(page, 'My day');
		await page.select('select[aria-label=Language]', 'es');
		await reads(page, 'Mi día');
		expect(db.value("select language from people where id = 'ravi'")).toBe('es');
		expect(await seriousOn(page)).toEqual([]);

		await open(page, `${base}/field/jobs/${jobId}`);
		expect(await page.$eval('html', (e) => e.lang)).toBe('es');
		await press(page, 'Marcar entrada');
		await reads(page, 'En el reloj desde las');
		await until(() => db.value('select count(*) from time_entries where job_id = ?', jobId) === 1, 'the clock');
		await press(page, 'Enviar');
		await reads(page, 'Escriba algo o tome una foto.');
		await fill(page, 'textarea[name=note]', 'Falta una teja');
		await press(page, 'Enviar');
		await until(() => db.value('select count(*) from field_notes where job_id = ?', jobId) === 1, 'the note');
		await press(page, 'Marcar salida');
		await until(() => db.value('select count(*) from time_entries where job_id = ? and ended_at is null', jobId) === 0, 'clocked off');
		// What is seen of the forms, too, while what was chosen is kept as it stands in the form.
		await press(page, 'Inspección del techo');
		await reads(page, 'Humedad del entablado');
		expect(await seriousOn(page)).toEqual([]);
		await open(page, `${base}/field/hours`);
		const text = await bodyText(page);
		for (const english of ['Hours', 'Add time', 'Clock', 'running', 'Jobs']) expect(text, english).not.toContain(english);
		await page.select('select[aria-label=Idioma]', 'en');
		await reads(page, 'My day');
	});
});
