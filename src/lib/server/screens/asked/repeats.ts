import { Viewer } from '../../../core/access';
import * as contract from '../../../contract/queries/repeats';
import { answerTo } from '../../queries';
import { ruleChange, willCome } from '../../repeats';

export const comes = answerTo(contract.repeatComing, (app, { ruleId }, who) => {
	const viewer = Viewer.of(who);
	return willCome(app, ruleId, viewer.may('invoices.see') || viewer.may('estimates.see'));
});
export const changeShown = answerTo(contract.repeatChange, (app, { ruleId, rule }) => ruleChange(app, ruleId, rule));
