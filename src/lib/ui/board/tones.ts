const TONES = ['#1c7266', '#3d5a80', '#86508a', '#9a6a2c', '#5b7330', '#8a4636', '#4a6a74', '#6b5aa0'];

/** The tone of a job on boards: by its number, so that it never changes and jobs won after each other differ. */
export const jobTone = (number: number | null): string => TONES[(number ?? 0) % TONES.length] ?? '#1c7266';
