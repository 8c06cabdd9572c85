export { dropException, endRepeat, exceptRepeat, makeRepeat, pauseRepeat, saveRepeat } from './commands';
export { remindRepeats } from './remind';
export { repeatFile } from './files';
export { ruleChange, willCome } from './coming';
export { madeBy, makeRepeats, repeatList } from './queries';
