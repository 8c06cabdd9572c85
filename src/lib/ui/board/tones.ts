const TONES = ['#1c7266', '#3d5a80', '#86508a', '#9a6a2c', '#5b7330', '#8a4636', '#4a6a74', '#6b5aa0'];

/** The tone of a job on boards, always the same for the same job. */
export function jobTone(jobId: string): string {
	let h = 0;
	for (const c of jobId) h = (h * 31 + c.charCodeAt(0)) >>> 0;
	return TONES[h % TONES.length] ?? '#1c7266';
}
