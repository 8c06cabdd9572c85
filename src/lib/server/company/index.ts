export { changeCompany, nameMeasures } from './commands';
export { branchWeeks, letters, staff, standIns } from './queries';
export { companyOf, settingsOf, systemOf } from './settings';
export { saveBranch, saveTaxCode, saveTaxComponent } from './tax';
export { todayOf } from './today';
export { setBranchWeek, setWeek } from './weeks';
