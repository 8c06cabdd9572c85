export { copyAssembly, saveAssembly, setAssemblyAside } from './assemblies';
export { ASSEMBLY_SCHEMA, exportAssemblies, importAssemblies } from './assembly-format';
export { assemblyVersions, restoreAssembly } from './assembly-versions';
export { type ItemsChange, changeItems, previewItems, undoChange } from './bulk';
export { finishCatalogWork, giveUp, goOn, planImport, workOnCatalog } from './portions/go-on';
export { removeCategory, saveCategory } from './categories';
export { decodeText, importPrices, previewingImport, saveItem } from './commands';
export { attachToItem, detachFromItem } from './data-sheets';
export { type Group, type Pricer, priceItem, pricer } from './pricing';
export {
	allAssemblies,
	assemblyParts,
	catalogPage,
	choices,
	costsOf,
	exportItems,
	exportingItems,
	frequentItems,
	insideOf,
	moreItems,
	insideWith,
	itemCount,
	laborSheetsToday,
	recentChanges,
	recentImports,
	referencesOf,
	searchItems,
	supplierMapping,
	tagList,
	unitsInUse
} from './queries';
export { isSpreadsheet, readSpreadsheet } from './read-sheet';
export { writeSpreadsheet } from './write-sheet';
export { allQuestions, partsFrom, partsUnder, questionsOf } from './recipes';
export { buyFrom, dropReference, saveReference } from './references';
import './suppliers';
export { starterTrades, takeStarter } from './take-starter';
