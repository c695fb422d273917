import { computed, shallowRef, watch, type Ref } from 'vue'
import { slowerBpm, variedByOwn, variedSpec, type OwnVariation, type Variation } from '#core/practice/tempo/variations'
import { setSheet } from '#core/stages/set-sheet'
import type { AgendaItem } from '#shared/contracts/taught/answers'
import { saysTheSame } from '../base/same'

/** The drill that is worked at in a lesson: its sheet, or another way to play it for now. */
export function useDrillInHand(
  current: Readonly<Ref<AgendaItem | null>>,
  setBpm: Readonly<Ref<number>>,
  tempo: Ref<number>,
) {
  /** The drill played another way for now: it is shown and sounds so, and no pass of it counts for the drill. */
  const trying = shallowRef<Variation | OwnVariation | null>(null)
  watch([() => current.value?.id, () => current.value?.stageNumber], () => {
    trying.value = null
  })
  const realised = computed(() => {
    if (!current.value) return null
    const { value: variation } = trying
    const result = setSheet(current.value, setBpm.value, spec =>
      variation === null
        ? spec
        : typeof variation === 'string'
          ? variedSpec(spec, variation)
          : variedByOwn(spec, variation),
    )
    return result.ok ? result.value : null
  })

  /** Takes a variation up, or leaves it where it is the one that is tried. */
  function vary(variation: Variation | OwnVariation | null) {
    trying.value = variation !== null && saysTheSame(trying.value, variation) ? null : variation
    // Some drills have nothing for one hand alone: then on muted strings.
    if (typeof variation === 'string' && variation.endsWith('-alone') && trying.value && !realised.value)
      trying.value = 'hands-apart'
    if (trying.value === 'slower') tempo.value = slowerBpm(setBpm.value)
  }

  return {
    trying,
    vary,
    /** Whether what is heard counts for the drill. */
    counting: computed(() => trying.value === null || trying.value === 'slower'),
    score: computed(() => (realised.value?.kind === 'sheet' ? realised.value : null)),
    /** What has no sheet: counting, or the steps of a warm-up. */
    plan: computed(() => (realised.value && realised.value.kind !== 'sheet' ? realised.value : null)),
  }
}
