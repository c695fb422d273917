<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import type { Verdict } from '#core/score/judge'
import { breachInWords, reasonInWords } from '#core/wording/fingering'
import { numbered } from '#core/wording/note'
import type { Note } from '#core/score/score'

/** The finger of one note: change it and see at once what that does. */
const props = defineProps<{
  note: Note
  notes: readonly Note[]
  pin: number | undefined
  verdict: Verdict | null
  busy: boolean
}>()
const emit = defineEmits<{ pin: [finger: number | null]; mend: [fingers: Readonly<Record<string, number>>] }>()
const FINGERS = [1, 2, 3, 4]
const finger = computed({ get: () => props.note.finger ?? 0, set: value => emit('pin', value) })
const breaches = computed(() => props.verdict?.breaches.filter(breach => breach.key === props.note.key) ?? [])
const nameOf = computed(() => numbered(props.notes))
const reason = computed(() => {
  const found = props.verdict?.reasons[props.note.key]
  return found ? reasonInWords(found) : ''
})
const repair = computed(() => breaches.value.find(breach => breach.repair)?.repair)
</script>

<template>
  <div class="space-y-1.5">
    <RadioGroup v-model="finger" class="flex flex-wrap items-center gap-x-3 gap-y-1">
      <RadioGroupLabel class="font-bold text-soft"> Finger </RadioGroupLabel>
      <div class="flex gap-1.5">
        <RadioGroupOption v-for="value in FINGERS" :key="value" v-slot="{ checked }" :value="value" as="template">
          <button
            type="button"
            class="rounded-md border min-h-9 min-w-10 figures"
            :class="
              checked ? 'bg-ink text-card border-ink font-bold' : 'bg-card text-ink border-line hover:border-edge'
            "
          >
            {{ value }}
          </button>
        </RadioGroupOption>
      </div>
      <BaseButton v-if="pin !== undefined" size="sm" @click="emit('pin', null)"> From the drill </BaseButton>
      <BaseButton v-if="repair" size="sm" @click="emit('mend', repair.fingers)"> Repair from here </BaseButton>
    </RadioGroup>
    <div aria-live="polite" aria-label="Verdict" role="group">
      <p v-if="!verdict" class="text-soft">
        {{ busy ? 'Working out the fingers…' : 'The engine has not judged this finger.' }}
      </p>
      <template v-else>
        <p
          v-for="breach in breaches"
          :key="breach.rule"
          class="border-l-4 border-attention pl-3 mb-1 first-letter:uppercase"
        >
          {{ breachInWords(breach, nameOf) }}
        </p>
        <p class="text-soft first-letter:uppercase">
          {{ reason }}
        </p>
      </template>
    </div>
  </div>
</template>
