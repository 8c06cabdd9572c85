import { writeCsv } from '$lib/core/formats';

/** Saves what a table shows as a CSV file. */
export function downloadCsv(name: string, head: string[], rows: (string | number)[][]): void {
	const url = URL.createObjectURL(new Blob(['\ufeff', writeCsv([head, ...rows])], { type: 'text/csv' }));
	const a = document.createElement('a');
	a.href = url;
	a.download = name;
	a.click();
	URL.revokeObjectURL(url);
}
