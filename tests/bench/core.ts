import { HyperFormula } from 'hyperformula';
import { computeEstimate, recompute, withLines } from '../../src/lib/core/estimate';
import { largeEstimate } from '../../src/lib/core/estimate/fixtures';
import { NM_PER_FOOT } from '../../src/lib/core/measure';
import { grew, note, time } from './measure';

/** The same estimate as formulas: one sheet, a row a line, the scope's length in the first column of its first row. */
function asFormulas(scopes: number, each: number): HyperFormula {
	const rows: (string | number)[][] = [];
	for (let s = 0; s < scopes; s++) {
		const first = s * each + 1;
		for (let i = 0; i < each; i++) {
			const n = s * each + i + 1;
			const labor = i % 4 === 0;
			rows.push([
				i === 0 ? 40 + s : '',
				i === 0 ? `=A${first}*14*SQRT(1+(8/12)^2)` : '',
				`=CEILING($B$${first}/${90 + i}*${1 + (i % 5)}*${labor ? 1 : 1.08},${labor ? 0.25 : 1})`,
				`=ROUND(C${n}*${(10 + i * 0.17).toFixed(4)},2)`,
				`=ROUND(C${n}*${(15 + i * 0.21).toFixed(4)},2)`,
				`=ROUND(${labor ? `C${n}*14.2` : `D${n}*0.05`},2)`
			]);
		}
	}
	const last = scopes * each;
	rows.push(['', '', '', `=SUM(D1:D${last})`, `=SUM(E1:E${last})`, `=SUM(F1:F${last})`]);
	return HyperFormula.buildFromArray(rows, { licenseKey: 'gpl-v3' });
}

export function coreBench(): void {
	const estimate = largeEstimate(60, 34);
	let length = 40;
	const change = () => {
		const f = estimate.scopes[7]?.shapes[0]?.figure;
		if (f?.kind === 'roof face') f.length = ++length * NM_PER_FOOT;
		computeEstimate(estimate);
	};
	const own = time(change, 60);
	const sheet = asFormulas(60, 34);
	let n = 40;
	const single = time(() => sheet.setCellContents({ sheet: 0, row: 7 * 34, col: 0 }, ++n), 40);
	const full = time(() => sheet.rebuildAndRecalculate(), 5);
	note('estimate: full recalculation', '60 scopes, 2,040 lines', own, 'spreadsheet engine, one change', single, 1);
	note('estimate: full recalculation', '60 scopes, 2,040 lines', own, 'spreadsheet engine, full', full, 0.01);
	// What typing into a cell does: the scope it is in is computed anew, the others are as they were.
	let now = recompute(null, largeEstimate(60, 34));
	const typed = time(() => (now = recompute(now, withLines(now.estimate, [['s7l3', { unitPrice: (++n * 100) as never }]]))), 60);
	note('estimate: one change', '60 scopes, 2,040 lines', typed, 'spreadsheet engine, one change', single, 1);
	const large = largeEstimate(600, 34);
	grew(
		'estimate',
		own,
		time(() => computeEstimate(large), 15)
	);
}
