/** Shapes by which a stage is known at a glance, beside its name. */
export const STAGE_MARKS = ['ring', 'half', 'wait', 'need', 'done'] as const;
export type StageMark = (typeof STAGE_MARKS)[number];

/** The mark of a stage by what it means, where the company chose none. */
const BY_MEANING: Readonly<Record<string, StageMark>> = { ready: 'ring', 'under way': 'half', finished: 'done', closed: 'done' };

/**
 * The mark a stage is shown by: the company's own, else that of its meaning.
 * @example markOf({ mark: null, meaning: 'under way' }) // 'half'
 */
export const markOf = (stage: { mark: StageMark | null; meaning: string }): StageMark => stage.mark ?? BY_MEANING[stage.meaning] ?? 'ring';
