export { billedOf, costingOf } from './costing';
