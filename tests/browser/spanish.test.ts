import type { Browser } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seriousOn } from './axe';
import { run } from './bench-steps';
import { bodyText, fill, launch, open, PHONE, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
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

describe('a customer who reads Spanish', () => {
	it('is set so on their page; reads, asks, is refused and accepts in it, on a phone', async () => {
		const office = await visitor(browser);
		await signIn(office, base, 'petra');
		await open(office, `${base}/win/customers`);
		await press(office, 'New customer');
		await fill(office, 'dialog[open] input', 'Lucía Arroyo');
		await office.select('dialog[open] [name=language]', 'es');
		await press(office, 'Add', 'dialog[open]').catch(() => press(office, 'Save', 'dialog[open]'));
		await until(() => db.value("select count(*) from customers where name = 'Lucía Arroyo' and language = 'es'") === 1, 'the customer');
		const customerId = db.value<string>("select id from customers where name = 'Lucía Arroyo'");
		const job = { name: 'Techo Arroyo', customerId, customerName: '', address: '', kindOfWork: 'Repair', source: '', wanted: '' };
		const { jobId } = (await run(office, 'jobs.open', job)) as { jobId: string };
		const { estimateId } = (await run(office, 'estimates.start', { jobId })) as { estimateId: string };
		const { scopeId } = (await run(office, 'estimates.add-scope', { estimateId, name: 'Techo', option: false })) as { scopeId: string };
		await run(office, 'estimates.add-line', { scopeId, name: 'Tejas', price: 50_000_000 });
		// The letter that is offered is in their language.
		await open(office, `${base}/jobs/${jobId}/estimate`);
		await press(office, 'Issue');
		await office.waitForFunction(() =>
			document.querySelector<HTMLTextAreaElement>('dialog[open] textarea')?.value.includes('Su presupuesto está listo')
		);
		await office.keyboard.press('Escape');
		await run(office, 'quotes.issue', { estimateId, to: 'lucia@arroyo.example', subject: '', text: '{link}' });
		await open(office, `${base}/jobs/${jobId}`);
		const link = await office.waitForFunction(() => document.querySelector<HTMLAnchorElement>('a[href*="/q/"]')?.href ?? null);
		const path = new URL((await link.jsonValue()) ?? '').pathname;

		const phone = await visitor(browser, PHONE);
		await open(phone, `${base}${path}`);
		await reads(phone, 'Presupuesto');
		expect(await phone.$eval('html', (e) => e.lang)).toBe('es');
		await reads(phone, 'Trabajo y materiales');
		expect(await seriousOn(phone)).toEqual([]);
		await press(phone, 'Aceptar y firmar');
		await fill(phone, '#sign input[name=name]', 'Lucía Arroyo');
		await press(phone, 'Aceptar el presupuesto');
		await reads(phone, 'Por favor marque que acepta las condiciones.');
		await phone.click('#sign input[name=agreed]');
		await press(phone, 'Aceptar el presupuesto');
		await reads(phone, 'Gracias, Lucía Arroyo.');
		expect(db.value('select count(*) from jobs where id = ? and won_at is not null', jobId)).toBe(1);
		const text = await bodyText(phone);
		for (const english of ['Quote', 'Total with', 'Thank you', 'Terms', 'Ask something', 'valid until'])
			expect(text, english).not.toContain(english);
	});
	it('is greeted in it on the public page when the browser asks for it', async () => {
		const page = await visitor(browser, PHONE);
		await page.setExtraHTTPHeaders({ 'accept-language': 'es-MX,es;q=0.9,en;q=0.5' });
		await open(page, `${base}/public`);
		await reads(page, '¿En qué podemos ayudar?');
		expect(await seriousOn(page)).toEqual([]);
	});

	it('that has a link which is over is told so in it', async () => {
		const page = await visitor(browser, PHONE);
		await page.setExtraHTTPHeaders({ 'accept-language': 'es-MX,es;q=0.9' });
		for (const dead of ['q', 'i', 's', 'd']) {
			await page.goto(`${base}/${dead}/${'x'.repeat(43)}`);
			await reads(page, 'Este enlace no funciona (o ya no).');
			if (dead === 'd') continue;
			await reads(page, 'Aquí no hay nada');
			expect(await page.$eval('html', (e) => e.lang)).toBe('es');
		}
	});
});

describe('who signs in and reads Spanish', () => {
	it('is asked, refused and sent a link in it', async () => {
		const page = await visitor(browser, PHONE);
		await page.setExtraHTTPHeaders({ 'accept-language': 'es-MX,es;q=0.9' });
		await open(page, `${base}/sign-in`);
		expect(await seriousOn(page)).toEqual([]);
		await fill(page, 'input[name=mail]', 'noor@pellgrave.example');
		await fill(page, 'input[name=password]', 'not this one at all');
		await press(page, 'Entrar');
		await reads(page, 'El correo y la contraseña no van juntos.');
		expect(await page.$eval('input[name=mail]', (e) => (e as HTMLInputElement).value)).toBe('noor@pellgrave.example');
		await press(page, '¿Olvidó su contraseña?');
		await reads(page, 'Contraseña nueva');
		await fill(page, 'input[name=mail]', 'noor@pellgrave.example');
		await press(page, 'Enviarme un enlace');
		await reads(page, 'va un correo en camino');
		// The account says how its holder is spoken to, whatever the browser asks for.
		const noor = await visitor(browser);
		await signIn(noor, base, 'noor');
		await run(noor, 'people.set-language', { language: 'es' });
		const owner = await visitor(browser);
		await signIn(owner, base, 'imogen');
		await open(owner, `${base}/company/outbox`);
		const link = /\/password\/[\w-]{43}/.exec(await owner.evaluate(() => document.documentElement.outerHTML))?.[0] ?? '';
		expect(link).not.toBe('');
		await page.setExtraHTTPHeaders({ 'accept-language': 'en' });
		await open(page, `${base}${link}`);
		await reads(page, 'Elija una contraseña');
		await fill(page, 'input[name=password]', 'corta');
		await press(page, 'Guardarla');
		await reads(page, 'Una contraseña tiene al menos 10 letras.');
		expect(await seriousOn(page)).toEqual([]);
	});
});
