import pino from 'pino';

/** The structured log. It holds commands, routes, times and error texts of the program; never names, addresses or tokens. */
export const log = pino({ level: process.env.NICKEL_LOG ?? 'info', base: null, redact: ['input', 'token', 'mail', 'name'] });
