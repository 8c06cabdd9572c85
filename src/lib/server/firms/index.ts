export { firmsThat, papersOver, removePaper, saveFirm, savePaper, setFirmAside } from './commands';
