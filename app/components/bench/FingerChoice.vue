<script setup lang="ts">
import type { Verdict } from '#core/score/judge'
import type { Note } from '#core/score/score'

/** The finger of one note: change it and see at once what that does. */
const props = defineProps<{ note: Note, pin: number | undefined, verdict: Verdict | null, busy: boolean }>()
const emit = defineEmits<{ pin: [finger: number | null], mend: [fingers: Readonly<Record<string, number>>] }>()
const FINGERS = [1, 2, 3, 4].map(value => ({ value, label: String(value) }))
const finger = computed({ get: () => props.note.finger ?? 0, set: value => emit('pin', value) })
const breaches = computed(() => props.verdict?.breaches.filter(breach => breach.key === props.note.key) ?? [])
</script>

<template>
  <div class="flex flex-wrap items-end gap-x-5 gap-y-2">
    <BaseChips
      v-model="finger"
      label="Finger"
      :options="FINGERS"
    />
    <BaseButton
      v-if="pin !== undefined"
      size="sm"
      @click="emit('pin', null)"
    >
      As the drill has it
    </BaseButton>
    <div
      class="flex-1 basis-72"
      aria-live="polite"
      aria-label="Verdict"
    >
      <p
        v-if="busy && !verdict"
        class="text-soft"
      >
        Working out the fingers…
      </p>
      <template v-else-if="verdict">
        <div
          v-for="breach in breaches"
          :key="breach.rule + breach.message"
          class="border-l-4 border-attention pl-3 mb-1"
        >
          <p>{{ breach.message }}</p>
          <BaseButton
            v-if="breach.repair"
            size="sm"
            class="mt-1"
            @click="emit('mend', breach.repair.fingers)"
          >
            Mend it from here
          </BaseButton>
        </div>
        <p class="text-soft">
          {{ verdict.reasons[note.key] }}
        </p>
      </template>
    </div>
  </div>
</template>
