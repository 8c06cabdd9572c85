import type { Static } from '@sinclair/typebox';
import type * as all from './all';
import type * as asked from './all-queries';
import type { Contract, InputOf, OutputOf, QueryContract } from './define';

export type { Access, Contract, InputOf, LinkKind, OutputOf, QueryContract } from './define';

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
	| 'work.add-punch'
	| 'work.tick-punch'
	| 'work.comment'
	| 'work.report-finding'
	| 'rounds.do-visit'
	| 'rounds.arrive-visit'
	| 'rounds.add-picture'
	| 'rounds.skip-visit';
/** What the command of this name is given. */
export type Input<N extends CommandName> = InputOf<Commands[N]>;
/** What the command of this name answers. */
export type Output<N extends CommandName> = OutputOf<Commands[N]>;

type AllAsked = typeof asked;
type Asked = { [K in keyof AllAsked]: AllAsked[K] extends QueryContract ? AllAsked[K] : never }[keyof AllAsked];
/** Every query by its name, as types. */
export type Queries = { [Q in Asked as Q['name']]: Q };
export type QueryName = keyof Queries;
/** What the query of this name is given. */
export type Question<N extends QueryName> = Static<Queries[N]['input']>;
/** What the query of this name answers. */
export type Answer<N extends QueryName> = Static<Queries[N]['output']>;
