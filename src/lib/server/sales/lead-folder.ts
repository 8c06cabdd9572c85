import { wordsOf } from '../../core/refusal';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { App } from '../app';
import { log } from '../log';
import { LARGEST_MAIL, takeMail } from './lead-mail';

/** How long a file lies untouched before it is read, in milliseconds. */
const RESTED = 1500;

/**
 * Takes mails that were put into the watched folder as .eml files: by a mail server's rule, or by hand. Each is moved to “taken”,
 * or to “refused” with a note of why, so that nothing is lost and nothing is read twice.
 */
export async function takeLeadMail(app: App): Promise<number> {
	const dir = app.settings.leadMail;
	if (!existsSync(dir)) return 0;
	let taken = 0;
	for (const name of readdirSync(dir).filter((f) => f.toLowerCase().endsWith('.eml'))) {
		const file = join(dir, name);
		const moved = (to: 'taken' | 'refused', why = ''): void => {
			mkdirSync(join(dir, to), { recursive: true });
			renameSync(file, join(dir, to, `${Date.now()}-${name}`));
			if (why) writeFileSync(join(dir, to, `${Date.now()}-${name}.txt`), `${why}\n`);
		};
		try {
			const { size, mtimeMs } = statSync(file);
			// Somebody may still be writing it: it is taken when it has rested.
			if (Date.now() - mtimeMs < RESTED) continue;
			if (size > LARGEST_MAIL) {
				moved('refused', `This mail has ${Math.round(size / 1024 / 1024)} MB; up to 10 MB are read.`);
				continue;
			}
			const lead = await takeMail(app, readFileSync(file), { type: 'system' });
			moved('taken');
			if (lead?.taken) taken += 1;
		} catch (e) {
			log.warn({ error: (e as Error).message }, 'lead mail refused');
			moved('refused', wordsOf(e));
		}
	}
	return taken;
}
