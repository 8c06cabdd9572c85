// Writes a spreadsheet from lines of JSON on standard input: first {"name": "…", "head": ["…"]}, then rows as […], to standard output. It runs in a
// process of its own because fifty thousand rows take seconds. Text stays text, also where it looks like a formula.
import ExcelJS from 'exceljs';

const parts = [];
for await (const part of process.stdin) parts.push(part);
const [first = '{}', ...lines] = Buffer.concat(parts).toString('utf8').split('\n');
const { name, head } = JSON.parse(first);
const rows = lines.filter((line) => line !== '').map((line) => JSON.parse(line));

const book = new ExcelJS.Workbook();
const sheet = book.addWorksheet(name.slice(0, 31), { views: [{ state: 'frozen', ySplit: 1 }] });
sheet.addRow(head).font = { bold: true };
for (const row of rows) sheet.addRow(row);
sheet.columns.forEach((column, n) => {
	const widest = Math.max((head[n]?.length ?? 0) + 2, ...rows.slice(0, 200).map((row) => String(row[n] ?? '').length + 1));
	column.width = Math.min(60, Math.max(10, widest));
});
const bytes = Buffer.from(await book.xlsx.writeBuffer());
await new Promise((done) => process.stdout.write(bytes, done));
process.exit(0);
