import './moves';
export { winByHand, winOnWord } from './win';
