import * as contract from '../../contract/people/planning';
import { checkWeek, skillsIn } from '../../core/planning';
import { serve } from '../commands';
import { newId } from '../ids';
import { people, personPapers } from './schema';

export const setPlanning = serve(contract.setPlanning, (ctx, { personId, version, ...i }) => {
	if (i.hours) checkWeek(i.hours);
	const p = ctx.get(people, personId, 'This person');
	ctx.update(people, p.id, { ...i, phone: i.phone.trim(), skills: skillsIn(i.skills).join(', ') }, version);
	ctx.happened(`person:${p.id}`, 'people.set-planning', { name: p.name }, 'plan', 'people');
});

export const savePersonPaper = serve(contract.savePersonPaper, (ctx, { paperId, version, ...i }) => {
	const p = ctx.get(people, i.personId, 'This person');
	const row = { ...i, name: i.name.trim() };
	if (paperId) ctx.update(personPapers, ctx.get(personPapers, paperId, 'This paper').id, row, version);
	else ctx.insert(personPapers, { id: newId(), ...row });
	ctx.happened(`person:${p.id}`, 'people.save-paper', { name: p.name, paper: row.name, until: i.validUntil ?? '' }, 'plan', 'people');
});

export const removePersonPaper = serve(contract.removePersonPaper, (ctx, i) => {
	const paper = ctx.get(personPapers, i.paperId, 'This paper');
	ctx.remove(personPapers, paper.id);
	ctx.happened(`person:${paper.personId}`, 'people.remove-paper', { paper: paper.name }, 'plan', 'people');
});
