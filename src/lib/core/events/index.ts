import type { CATALOG } from './catalog';

export { span, type Span } from './say';
export { CATALOG } from './catalog';
export { textOf, type Told } from './told';

/** What can happen. */
export type EventCode = keyof typeof CATALOG;
/** What an event of this code is told with. */
export type EventParams<C extends EventCode> = Parameters<(typeof CATALOG)[C]> extends [infer P extends object] ? P : Record<string, never>;
