export { addNote, keepPicture, notesOf } from './notes';
export { ON_SITE, dropOffer, offerOnSite, signSale } from './sell';
