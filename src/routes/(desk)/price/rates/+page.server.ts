import { app } from '$lib/server/app';
import { laborSheetsToday } from '$lib/server/catalog/queries';

export const load = () => ({ sheets: laborSheetsToday(app()), live: ['rates'] });
