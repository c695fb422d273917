<script setup lang="ts">
import { openingOf } from '#core/families/opening'
import { FAMILIES, familyLookup } from '#core/families/registry'
import { parseSpec } from '#core/schema/parse'
import { realise } from '#core/score/realise'

/** Which family of drills: all of them at once, each with the beginning of its sheet and what it is for. */
const name = defineModel<string>({ required: true })
const open = ref(false)
const present = computed(() => FAMILIES.find(family => family.name === name.value)!)
// Worked out when it is first looked at, not whenever the bench opens.
const looked = ref(false)
watch(open, now => {
  looked.value ||= now
})
const choices = computed(() =>
  looked.value
    ? FAMILIES.map(family => {
        const spec = openingOf(family)
        const opening = parseSpec(spec, familyLookup)
        const sheet = realise({ ...spec, fingering: { rule: 'one-per-fret' } })
        return {
          name: family.name,
          label: family.label,
          purpose: opening.ok ? family.purpose(family.opening, opening.value) : '',
          score: sheet.ok && sheet.value.kind === 'sheet' ? sheet.value : null,
        }
      })
    : [],
)
function choose(family: string) {
  name.value = family
  open.value = false
}
</script>

<template>
  <div>
    <button
      type="button"
      aria-haspopup="dialog"
      class="w-full text-left rounded-md border border-edge/70 bg-card px-3 py-2 min-h-11 hover:border-ink"
      @click="open = true"
    >
      <span class="block text-sm font-bold text-soft">Family</span>
      <span class="font-bold">{{ present.label }}</span>
    </button>
    <BaseDialog v-model:open="open" title="Choose a drill family" full>
      <ul class="grid grid-cols-2 sm:grid-cols-3 lg:grid-cols-6 gap-2">
        <li v-for="choice in choices" :key="choice.name">
          <button
            type="button"
            class="w-full h-full text-left rounded-md border p-2 hover:border-ink flex flex-col gap-1"
            :class="choice.name === name ? 'border-ink bg-wood/25' : 'border-line bg-card'"
            :aria-pressed="choice.name === name"
            @click="choose(choice.name)"
          >
            <span class="font-bold leading-tight">{{ choice.label }}</span>
            <span class="block h-20 overflow-hidden w-full" aria-hidden="true">
              <span v-if="choice.score" class="block" style="zoom: 0.46">
                <SheetThumb :score="choice.score" :width="380" />
              </span>
              <span v-else class="block text-soft text-sm pt-2">without the guitar</span>
            </span>
            <span class="text-soft text-sm leading-snug line-clamp-2">{{ choice.purpose }}</span>
          </button>
        </li>
      </ul>
    </BaseDialog>
  </div>
</template>
