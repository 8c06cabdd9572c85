import * as contract from '../../../contract/queries/repeats';
import { answerTo } from '../../queries';
import { ruleChange, willCome } from '../../repeats';

export const comes = answerTo(contract.repeatComing, (app, { ruleId }) => willCome(app, ruleId));
export const changeShown = answerTo(contract.repeatChange, (app, { ruleId, rule }) => ruleChange(app, ruleId, rule));
