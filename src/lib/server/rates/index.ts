export { dropScenario, saveBudget, saveScenario, takeOverhead } from './budget';
export { saveEquipment } from './equipment';
export { saveLaborSheet, setSheetAside } from './labor';
export { budgetFor, hourPrice, rateOn, sheetForBranch, usualSheet } from './load';
export { equipmentList, laborSheetPage, laborSheetsOn, peopleOfSheets } from './queries';
