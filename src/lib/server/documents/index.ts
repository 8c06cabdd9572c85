export { type Letterhead, letterheadOf, pictureData } from './letterhead';
export { saveLetters } from './letters';
export { quotePdf, taxRows, totals } from './quote-pdf';
export { GREY, hair, latin, paperMoney, render } from './render';
export { saveBlocks, saveLook, savePublicPage } from './settings';
export { paperTurns } from './paper-turns';
