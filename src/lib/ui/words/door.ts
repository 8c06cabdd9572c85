import { doorWords, type DoorWords } from '$lib/core/words';
import { language } from './language';

/** The words of the pages before the door, in the language of whoever stands there. */
export const door = (): DoorWords => doorWords(language());
