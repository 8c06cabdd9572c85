import './moves';
export { openCallback } from './callback';
export { winByHand, winOnWord } from './win';
