import { join, resolve } from 'node:path';

/** Environment of the running server. Everything has a default that is safe on one machine. */
export interface Settings {
	dataDir: string;
	databaseFile: string;
	migrationsDir: string;
	origin: string;
	smtpUrl: string | null;
	/** A service that takes text messages as JSON. */
	textUrl: string | null;
	/** A service that says what the weather is. */
	weatherUrl: string | null;
	/** A routing service with tables of durations. */
	routingUrl: string | null;
	mapTiles: string | null;
	/** Where editions of published catalogs come from: a folder, or the address of a publisher. */
	publisher: string;
	/** A folder that is watched for requests that came by mail, as .eml files. */
	leadMail: string;
	logLevel: string;
}

/** Reads the settings from the environment. NICKEL_DATA, NICKEL_ORIGIN, NICKEL_SMTP_URL, NICKEL_TEXT_URL, NICKEL_WEATHER_URL, NICKEL_ROUTING_URL, NICKEL_MAP_TILES, NICKEL_PUBLISHER, NICKEL_LEAD_MAIL, NICKEL_LOG. */
export function readSettings(env: NodeJS.ProcessEnv = process.env): Settings {
	const dataDir = resolve(env.NICKEL_DATA ?? 'data');
	return {
		dataDir,
		databaseFile: join(dataDir, 'company.sqlite'),
		migrationsDir: resolve(env.NICKEL_MIGRATIONS ?? 'drizzle'),
		origin: env.ORIGIN ?? env.NICKEL_ORIGIN ?? 'http://localhost:3000',
		smtpUrl: env.NICKEL_SMTP_URL ?? null,
		textUrl: env.NICKEL_TEXT_URL ?? null,
		weatherUrl: env.NICKEL_WEATHER_URL ?? null,
		routingUrl: env.NICKEL_ROUTING_URL ?? null,
		publisher: env.NICKEL_PUBLISHER ?? join(dataDir, 'publisher'),
		leadMail: env.NICKEL_LEAD_MAIL ?? join(dataDir, 'lead-mail'),
		mapTiles: env.NICKEL_MAP_TILES ?? null,
		logLevel: env.NICKEL_LOG ?? 'info'
	};
}
