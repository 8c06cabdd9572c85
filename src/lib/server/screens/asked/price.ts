import { say } from '../../../contract/refusals/screens';
import * as ofEstimates from '../../../contract/queries/estimates';
import * as contract from '../../../contract/queries/price';
import { insideWith, moreItems, previewItems } from '../../catalog';
import { Missing } from '../../commands';
import { lackingFor, previewReprice, repricePlan } from '../../estimates';
import { answerTo } from '../../queries';
import { paidBefore } from '../item';

export const itemsPreviewed = answerTo(contract.previewItems, (app, { filter, change }) => previewItems(app, filter, change));

export const more = answerTo(contract.moreItems, (app, { filter, after }) => moreItems(app, filter, after));

export const inside = answerTo(contract.insideOf, (app, { assemblyId }) => insideWith(app, assemblyId));

export const paid = answerTo(contract.paidBefore, (app, { itemId, jobId }) => {
	const found = paidBefore(app, itemId, jobId);
	if (!found) throw new Missing(say('not-any-more'));
	const { unit, own, all, ownSold, others } = found;
	return { unit, own, all, ownSold: ownSold.map(sold), others: others.map(sold) };
});

type Sold = NonNullable<ReturnType<typeof paidBefore>>['ownSold'][number];
const sold = ({ id, customer, at, price, quantity, invoiceId }: Sold) => ({ id, customer, at, price, quantity, invoiceId });

export const repricePreviewed = answerTo(ofEstimates.previewReprice, (app, { estimateId }) => {
	const { before, after, moved } = previewReprice(app, estimateId);
	return { before: sums(before), after: sums(after), moved };
});

type Total = ReturnType<typeof previewReprice>['before'];
const sums = ({ price, profit, margin }: Total) => ({ price, profit, margin });

export const repricePlanned = answerTo(ofEstimates.repricePlan, (app, chosen) => repricePlan(app, chosen));

export const lacking = answerTo(ofEstimates.lackingFor, (app, { scopeId, assemblyId, answered }) =>
	lackingFor(app.db.orm, scopeId, assemblyId, answered)
);
