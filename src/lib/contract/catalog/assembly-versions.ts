import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict } from '../inputs';

/** Goes back to an earlier state. What stands now becomes an earlier state itself: nothing is lost. */
export const restoreAssembly = command('catalog.restore-assembly', {
	right: 'catalog.change',
	input: Type.Object({ assemblyId: Id, versionId: Type.Integer() }, strict),
	output: Type.Object({ id: Type.String() }, strict)
});
