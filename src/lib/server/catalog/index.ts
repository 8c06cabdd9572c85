export { copyAssembly, saveAssembly, setAssemblyAside } from './assemblies';
export { ASSEMBLY_SCHEMA, exportAssemblies, importAssemblies } from './assembly-format';
export { assemblyVersions, restoreAssembly } from './assembly-versions';
export { type ItemsChange, changeItems, previewItems, recentChanges, undoChange } from './bulk';
export { removeCategory, saveCategory } from './categories';
export { decodeText, importPrices, previewImport, saveItem } from './commands';
export { attachToItem, detachFromItem } from './data-sheets';
export { type Group, type Pricer, priceItem, pricer } from './pricing';
export {
	allAssemblies,
	assemblyParts,
	catalogPage,
	choices,
	costsOf,
	exportItems,
	frequentItems,
	insideOf,
	insideWith,
	itemCount,
	knownTo,
	laborSheetsToday,
	recentImports,
	referencesOf,
	searchItems,
	supplierMapping,
	tagList,
	unitsInUse
} from './queries';
export { isSpreadsheet, readSpreadsheet, writeSpreadsheet } from './read-sheet';
export { allQuestions, partsFrom, partsUnder, questionsOf } from './recipes';
export { buyFrom, dropReference, saveReference } from './references';
export { starterTrades, takeStarter } from './take-starter';
