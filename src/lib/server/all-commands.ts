import type { Command } from './commands';
import * as billing from './billing';
import * as books from './books';
import * as buying from './buying';
import * as catalog from './catalog';
import * as company from './company';
import * as costs from './costs';
import * as documents from './documents';
import * as estimates from './estimates';
import * as field from './field';
import * as firms from './firms';
import * as flatRate from './flat-rate';
import * as jobs from './jobs';
import * as outbox from './outbox';
import * as people from './people';
import * as planning from './planning';
import * as quotes from './quotes';
import * as rates from './rates';
import * as receivables from './receivables';
import * as repeats from './repeats';
import * as rounds from './rounds';
import * as sales from './sales';
import * as siteForms from './site-forms';
import * as survey from './survey';
import * as time from './time';
import * as work from './work';

const isCommand = (x: unknown): x is Command => typeof x === 'object' && x !== null && 'run' in x && 'right' in x && 'input' in x;

/** Every command by its name. The interface, the demo and tests all come in through here. */
export const COMMANDS: ReadonlyMap<string, Command> = new Map(
	[
		billing,
		books,
		buying,
		catalog,
		company,
		costs,
		documents,
		estimates,
		field,
		firms,
		flatRate,
		jobs,
		outbox,
		people,
		planning,
		quotes,
		rates,
		receivables,
		repeats,
		rounds,
		sales,
		siteForms,
		survey,
		time,
		work
	]
		.flatMap((room) => Object.values(room) as unknown[])
		.filter(isCommand)
		.map((c) => [c.name, c])
);
