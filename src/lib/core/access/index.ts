export { homeOf, may, RIGHTS, ROLES, type Right, type Role } from './rights';
export { areaOf, areasFor, rightOfArea, rightOfTopic } from './seen';
export { Viewer } from './viewer';
export { checkPassword, LONGEST_PASSWORD, SHORTEST_PASSWORD } from './password';
