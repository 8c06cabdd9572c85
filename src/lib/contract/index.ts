import type * as all from './all';
import type { Contract, InputOf, OutputOf } from './define';

export type { Access, Contract, InputOf, LinkKind, OutputOf } from './define';

type All = typeof all;
type Declared = { [K in keyof All]: All[K] extends Contract ? All[K] : never }[keyof All];

/** Every command by its name, as types: what the browser, the demo and the tests call by. The schemas themselves stay on the server. */
export type Commands = { [C in Declared as C['name']]: C };
export type CommandName = keyof Commands;
/** Commands that may wait on a device without reception: those that their contract marks so. */
export type OfflineName =
	| 'time.clock-on'
	| 'time.clock-off'
	| 'field.note'
	| 'costs.use-material'
	| 'work.tick-task'
	| 'work.tick-step'
	| 'work.move-part'
	| 'rounds.do-visit';
/** What the command of this name is given. */
export type Input<N extends CommandName> = InputOf<Commands[N]>;
/** What the command of this name answers. */
export type Output<N extends CommandName> = OutputOf<Commands[N]>;
