export { winByHand, winOnWord } from './win';
