import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Text, strict, Id, Nothing } from '../inputs';

/** Takes in an edition, from the port or by hand. It waits: nothing changes until somebody takes it. */
export const receiveEdition = command('flat-rate.receive-edition', {
	right: 'catalog.change',
	size: 62_000_000,
	input: Type.Object({ text: Type.String({ maxLength: 60_000_000 }), fileName: Text(200) }, strict),
	output: Type.Object({ editionId: Type.String() }, strict)
});

/** Takes an edition: new services come in, changed ones follow, withdrawn ones are no longer offered; what is kept as ours stays. */
export const takeEdition = command('flat-rate.take-edition', {
	right: 'catalog.change',
	input: Type.Object({ editionId: Id }, strict),
	output: Type.Object({ catalogId: Type.String(), said: Type.String() }, strict)
});

/** Leaves an edition: it is not asked about again, and can still be taken from the list. */
export const leaveEdition = command('flat-rate.leave-edition', {
	right: 'catalog.change',
	input: Type.Object({ editionId: Id }, strict),
	output: Nothing
});
