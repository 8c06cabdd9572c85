export { makeRepeat, pauseRepeat, saveRepeat } from './commands';
export { madeBy, makeRepeats, repeatList } from './queries';
