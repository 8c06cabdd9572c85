import * as contract from '../../../contract/queries/find';
import { may } from '../../../core/access';
import { Viewer } from '../../../core/access';
import { allAssemblies, allQuestions, frequentItems, laborSheetsToday, pricer, searchItems } from '../../catalog';
import { earlierEstimates, earlierLines, templateList } from '../../estimates';
import { searchServices } from '../../flat-rate';
import { answerTo } from '../../queries';
import { kindOfJob, likelyCustomers } from '../../sales';
import type { App } from '../../app';
import { explainRecord } from '../explain';
import { recentOf } from '../job';
import { findAnything } from '../search';

export const anything = answerTo(contract.findAnything, (app, { text }, who) => findAnything(app, text, who));

export const itemsByWords = answerTo(contract.findItems, (app, { text }) =>
	searchItems(app, text, 12).map(({ id, code, name, unit }) => ({ id, code, name, unit }))
);

export const explained = answerTo(contract.explainRecord, (app, { of }, who) => explainRecord(app, of, who));

export const recent = answerTo(contract.recentOf, (app, { jobId }, who) => {
	const { estimateId, entries } = recentOf(app, jobId, Viewer.of(who));
	return { estimateId, entries: entries.map(({ id, at, byName, text }) => ({ id, at, byName, text })) };
});

export const offers = answerTo(contract.findOffers, (app, { text }) => ({
	services: searchServices(app, text).map((s) => ({
		...{ id: s.id, title: s.title, catalog: s.catalog.name },
		...{ price: s.price.price, hours: s.service.hours }
	})),
	items: text.trim() === '' ? [] : searchItems(app, text, 12).map(({ id, name, unit }) => ({ id, name, unit }))
}));

export const toAdd = answerTo(contract.findToAdd, (app, { text, jobId }, who) => {
	const words = text.toLowerCase().split(/\s+/).filter(Boolean);
	const hit = (s: string) => words.every((w) => s.toLowerCase().includes(w));
	const sees = may(who, 'catalog.see');
	return {
		items: sees ? itemsToAdd(app, text) : [],
		...(jobId ? fromEarlier(app, jobId, text, hit) : { templates: [], earlier: [], lines: [] }),
		services: searchServices(app, text).map((s) => ({ id: s.id, title: s.title, catalog: s.catalog.name, price: s.price.price })),
		assemblies: assembliesToAdd(app, hit, words.length > 0 ? 12 : 6),
		sheets: hoursToAdd(app, hit)
	};
});

/** Items by words; without any, those that are used most. */
function itemsToAdd(app: App, text: string) {
	const by = pricer(app.db.orm);
	const found = text.trim() === '' ? frequentItems(app) : searchItems(app, text, 12);
	return found.map((i) => ({ id: i.id, code: i.code, name: i.name, unit: i.unit, cost: i.cost, price: by.of(i).price }));
}

function assembliesToAdd(app: App, hit: (s: string) => boolean, most: number) {
	const questions = allQuestions(app.db.orm);
	return allAssemblies(app)
		.filter((a) => hit(`${a.name} ${a.category}`))
		.slice(0, most)
		.map((a) => ({ id: a.id, name: a.name, category: a.category, choices: questions(a.id).choices }));
}

const hoursToAdd = (app: App, hit: (s: string) => boolean) =>
	laborSheetsToday(app)
		.filter((s) => hit(`${s.name} ${s.variants.map((v) => v.name).join(' ')} labor hours`))
		.flatMap((s) => [
			{ id: s.id, name: s.name, variant: '', price: s.price ?? 0 },
			...s.variants.map((v) => ({ id: s.id, name: `${s.name}, ${v.name}`, variant: v.name, price: v.price }))
		]);

export const likelyOnes = answerTo(contract.likelyCustomers, (app, typed) => likelyCustomers(app, typed));

export const hours = answerTo(contract.findHours, (app) => hoursToAdd(app, () => true));

/** Templates of its kind of work, estimates like it, and lines its customer was sold before. */
function fromEarlier(app: App, jobId: string, text: string, hit: (s: string) => boolean) {
	return {
		templates: templateList(app, kindOfJob(app, jobId))
			.filter((t) => hit(`${t.name} ${t.kindOfWork} template`))
			.slice(0, 6)
			.map(({ id, name, kindOfWork }) => ({ id, name, kindOfWork })),
		earlier: earlierEstimates(app, jobId)
			.filter((e) => hit(`${e.name} earlier`))
			.slice(0, text.trim() === '' ? 3 : 6)
			.map(({ id, name, own }) => ({ id, name, own })),
		lines: earlierLines(app, jobId, text).map(({ id, name, unit, unitPrice, job }) => ({ id, name, unit, unitPrice, job }))
	};
}
