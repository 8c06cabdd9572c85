import { say } from '../../contract/refusals/files';
import { Turns } from '../turns';

/** Strangers' files are read one at a time. */
export const readingQueue = new Turns({ atOnce: 1, most: 20, mostOfOne: 5, full: say('many-files-wait-to-be-read') });
