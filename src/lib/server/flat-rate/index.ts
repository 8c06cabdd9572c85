export { followEditions, pictureCategory, saveCatalog, saveService, setServiceAside } from './commands';
export { flatLines } from './compute';
export { EDITION_SCHEMA } from './edition-format';
export { diffOf, leaveEdition, receiveEdition, serviceInEdition, takeEdition, waiting } from './editions';
export { lookForEditions } from './look';
export { editionList, flatCatalogDetail, flatCatalogList, offeredServices, pricedServices, searchServices } from './queries';
export { termsOf } from './terms';
