import { readSettings } from '../settings';
import { backup, restore } from './backup';

const [, , verb, file] = process.argv;
const settings = readSettings();
if (verb === 'backup') {
	const to = file ?? `${settings.dataDir}/backups/company-${new Date().toISOString().replace(/[:.]/g, '-')}.sqlite`;
	await backup(settings.databaseFile, to);
	console.log(`Copied to ${to}`);
} else if (verb === 'restore' && file) {
	restore(file, settings.databaseFile);
	console.log(`Restored ${file}; the earlier file is kept beside it.`);
} else {
	console.error('usage: npm run backup [-- FILE]   |   npm run restore -- FILE   (stop the server first)');
	process.exitCode = 2;
}
