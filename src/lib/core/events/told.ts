import { CATALOG } from './catalog';

/** Something that happened, as it is kept: what it was and with which values; of an earlier release, the words themselves. */
export interface Told {
	code: string;
	params: object;
	text: string;
}

/**
 * The words of something that happened, made when they are read.
 * @param told with a code of the catalog; one that this release does not know (a later one wrote it) is said by its code
 * @example textOf({ code: 'work.add-task', params: { task: 'Sweep' }, text: '' }) // 'Task added: Sweep'
 */
export function textOf(told: Told): string {
	if (told.code === '') return told.text;
	const say = (CATALOG as Partial<Record<string, (params: object) => string>>)[told.code];
	return say ? say(told.params) : told.code;
}
