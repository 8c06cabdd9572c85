export { homeOf, may, needsAll, RIGHTS, rightsOf, ROLES, type Holder, type Right, type Role } from './rights';
export { checkRights, knownRights, nearestRole, neededBy, RIGHT_WORDS, withRight } from './own-roles';
export { areaOf, areasFor, rightOfArea, rightOfTopic } from './seen';
export { SCOPE_WORDS, SCOPES, type Scope } from './scope';
export { Viewer } from './viewer';
export { checkPassword, LONGEST_PASSWORD, SHORTEST_PASSWORD } from './password';
export { catalog as accessSayings } from './refusals';
