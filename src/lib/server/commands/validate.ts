import { say } from '../../contract/refusals/asking';
import type { Static, TSchema } from '@sinclair/typebox';
import type { Contract } from '../../contract';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import formatsModule from 'ajv-formats';
import { Refusal, type Said } from '../../core/refusal';

const addFormats = ((formatsModule as unknown as { default?: typeof formatsModule.default }).default ??
	formatsModule) as typeof formatsModule.default;
const ajv = new Ajv({ allErrors: false, useDefaults: true, coerceTypes: false, removeAdditional: false });
addFormats(ajv);

const compiled = new WeakMap<object, ValidateFunction>();

/** Input that does not have the shape it must have; `field` is the path within it. */
export class BadInput extends Refusal {}

function checkOf(schema: TSchema): ValidateFunction {
	const check = compiled.get(schema) ?? ajv.compile(schema);
	compiled.set(schema, check);
	return check;
}

/** Holds what a command or query answered against its contract. @throws Error: the fault is ours, not of whoever asked */
export function checkAnswer(c: Pick<Contract, 'name' | 'output'>, answer: unknown): void {
	const check = checkOf(c.output);
	if (!check(answer)) throw new Error(`${c.name} answers what its contract does not say: ${JSON.stringify(check.errors)}`);
}

/** Checks input from outside against its schema. @throws BadInput in plain words with the field */
export function validate<S extends TSchema>(schema: S, input: unknown): asserts input is Static<S> {
	const check = checkOf(schema);
	if (check(input)) return;
	const error = check.errors?.[0];
	throw new BadInput(error ? saying(error) : say('cannot-be-read'), error ? fieldOf(error) : undefined);
}

function fieldOf(e: ErrorObject): string {
	const path = e.instancePath.slice(1).replaceAll('/', '.');
	if (e.keyword === 'required') return [path, (e.params as { missingProperty: string }).missingProperty].filter(Boolean).join('.');
	return path;
}

function saying(e: ErrorObject): Said {
	switch (e.keyword) {
		case 'required':
			return say('needed');
		case 'minLength':
			return say('needed');
		case 'maxLength':
			return say('too-long', { most: (e.params as { limit: number }).limit });
		case 'minimum':
			return say('at-least', { least: (e.params as { limit: number }).limit });
		case 'maximum':
			return say('at-most', { most: (e.params as { limit: number }).limit });
		case 'format':
			return (e.params as { format: string }).format === 'email' ? say('not-mail') : say('not-written-so');
		case 'additionalProperties':
			return say('unknown-field');
		default:
			return say('not-written-so');
	}
}
