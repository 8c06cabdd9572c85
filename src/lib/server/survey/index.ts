export { addPhoto, changePhoto, photosForQuote, photosOf, removePhoto } from './commands';
export { markedPhoto, markedQuotedPhoto } from './marked';
