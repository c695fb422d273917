import { TEMPO_BOUNDS } from '../../schema/fields'

/** How much faster than its own tempo a drill is wanted when nothing else is said; the project's own assumption. */
const TARGET_SHARE = 1.4

/**
 * The target a drill is set with until a teacher says otherwise.
 * @param tempo Of the drill, bpm.
 * @returns bpm, whole, at most 400.
 * @example usualTarget(60) // 84
 */
export const usualTarget = (tempo: number): number => Math.min(TEMPO_BOUNDS.most, Math.round(tempo * TARGET_SHARE))
