export { addCost, markCost, setComplete, setRemainder, useMaterial } from './commands';
import './labor';
import './visits';
