import { say } from '../../contract/refusals/documents';
import { Turns } from '../turns';

/**
 * What is asked for as a PDF is looked up and made in turns: one is put together here while another one is set beside this thread. Forty that are asked
 * for at once would otherwise all be put together before anybody else is answered.
 */
export const paperTurns = new Turns({ atOnce: 2, most: 400, mostOfOne: 100, full: say('many-documents-being-made-just-now') });
