export { checkArchive } from './archive';
export { MOST_ATTACHED, attachedTo, attachment, cleanName, typeOfFile } from './attachments';
export { GivenUp, boundBytes, boundProcess } from './bound-process';
export { MOST_BYTES, isDrawable, readPicture, readSignature } from './pictures';
export { pictureOf } from './queries';
export { readingQueue } from './reading-queue';
export { keepWith, takeOff } from './keep';
