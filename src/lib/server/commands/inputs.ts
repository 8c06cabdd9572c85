import { Type } from '@sinclair/typebox';

/** Pieces of input that many commands share. */
export const Id = Type.String({ minLength: 1, maxLength: 40 });
export const Name = Type.String({ minLength: 1, maxLength: 200, pattern: '\\S' });
export const Text = (max = 4000) => Type.String({ maxLength: max });
/** Text as typed; read by the core, which says what is wrong with it. */
export const Typed = Type.String({ maxLength: 60 });
export const MailOrEmpty = Type.Union([Type.Literal(''), Type.String({ format: 'email', maxLength: 200 })]);
export const Version = Type.Optional(Type.Integer());
export const DayText = Type.String({ format: 'date' });
export const strict = { additionalProperties: false };
