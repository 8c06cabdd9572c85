export {
	addPerson,
	changeOwnPassword,
	changePerson,
	choosePassword,
	endEverywhere,
	setLanguage,
	setReach,
	introduceMyself,
	inviteAgain,
	invitePerson,
	requestReset
} from './access';
export { mentioned } from './mentioned';
export { NO_PASSWORD, checkNewPassword, hashPassword } from './passwords';
export { activeHolders, addRole, changeRole, ownRoles, setAsideRole } from './roles';
export {
	AS_STAFF,
	SESSION_COOKIE,
	type Signed,
	endSession,
	isOwnPassword,
	limitResets,
	ownIntroduction,
	personOf,
	sessionOf,
	sessionsOf,
	signIn
} from './sessions';
export { removePersonPaper, savePersonPaper, setPlanning } from './planning';
export { addTimeOff, answerTimeOff, askTimeOff, removeTimeOff, takeBackTimeOff } from './time-off';
