export { papersOver, removePaper, saveFirm, savePaper, setFirmAside, subcontractors } from './commands';
