<script setup lang="ts">
/** The middle of the bench: the sheet of the drill with its purpose, what is wrong with it, and the note that is picked. */
const props = defineProps<{ bench: Bench, clock: { readonly tick: Readonly<Ref<number | null>> } }>()
const emit = defineEmits<{ excerpt: [from: string, to: string] }>()
const lanes = defineModel<boolean>('lanes', { required: true })
const { plan, score, problem } = props.bench

const selected = ref<number | null>(null)
const range = ref<readonly [number, number] | null>(null)
watch(score, () => {
  range.value = null
})

/** The marked notes become a drill of their own. */
function takeExcerpt() {
  if (!range.value || !score.value) return
  const [from, to] = range.value.map(index => score.value!.notes[index]!.key)
  range.value = null
  selected.value = null
  emit('excerpt', from!, to!)
}
</script>

<template>
  <section
    class="min-w-0 min-h-0 flex flex-col max-lg:order-1"
    aria-label="Sheet"
  >
    <div class="flex-1 min-h-0 lg:overflow-y-auto p-3 sm:p-5">
      <div
        v-if="problem"
        role="alert"
        class="mb-3 border-l-4 border-attention bg-card rounded-r-md px-4 py-2.5"
      >
        <p class="font-bold">
          This cannot be played: {{ problem.message }}
        </p>
        <p class="text-soft">
          At {{ problem.path }}. The sheet shows the last playable drill; undo or change the parameter.
        </p>
      </div>
      <div class="flex items-baseline justify-between gap-4 mb-2">
        <p class="text-soft">
          {{ plan?.purpose ?? score!.purpose }}
        </p>
        <button
          v-if="!plan"
          type="button"
          class="text-soft underline underline-offset-4 min-h-9 shrink-0"
          :aria-pressed="lanes"
          @click="lanes = !lanes"
        >
          {{ lanes ? 'Fold the lanes' : 'Show the lanes' }}
        </button>
      </div>
      <TimedRunner
        v-if="plan"
        :plan="plan"
      />
      <div
        v-else
        class="bg-card border border-line rounded-md px-2 py-3"
      >
        <DrillSheet
          v-model:selected="selected"
          v-model:range="range"
          :score="score!"
          :lanes="lanes"
          :clock="clock"
        />
      </div>
      <div
        v-if="range && !plan"
        class="mt-3 flex flex-wrap items-center gap-3 border-l-4 border-plan bg-card rounded-r-md px-4 py-2.5"
      >
        <p class="flex-1">
          Notes {{ range[0] + 1 }} to {{ range[1] + 1 }} are marked.
        </p>
        <BaseButton
          tone="action"
          @click="takeExcerpt"
        >
          Make a drill of them
        </BaseButton>
        <BaseButton @click="range = null">
          Leave it
        </BaseButton>
      </div>
    </div>
    <NoteCard
      v-if="!plan"
      class="px-3 sm:px-5 py-2 lg:border-t border-line"
      :score="score!"
      :selected="selected"
    />
  </section>
</template>
