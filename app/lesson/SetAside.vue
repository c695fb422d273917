<script setup lang="ts">
import type { OutboxEntry } from '~/base/stores/outbox'
import { entryInWords } from './entry-in-words'

/** What this device could not deliver: nothing of it is lost until the teacher lets it go. */
const props = defineProps<{ lessonId?: string }>()
const outbox = useOutbox()
const when = useWhen()
const entries = computed(() =>
  outbox.setAside.filter(
    entry => props.lessonId === undefined || (entry.kind === 'event' && entry.lessonId === props.lessonId),
  ),
)

const madeAt = (entry: OutboxEntry) => (entry.kind === 'event' ? entry.event.at : entry.at)

/** Writes them to a file on this device. */
function keep() {
  const url = URL.createObjectURL(
    new Blob(
      [
        JSON.stringify(
          entries.value.map(({ seq: _seq, userId: _userId, failures: _failures, ...entry }) => entry),
          null,
          1,
        ),
      ],
      { type: 'application/json' },
    ),
  )
  const link = Object.assign(document.createElement('a'), { href: url, download: 'not-delivered.json' })
  link.click()
  URL.revokeObjectURL(url)
}
</script>

<template>
  <section
    v-if="entries.length > 0"
    class="rounded-md border-l-4 border-attention bg-card px-4 py-3 mb-6"
    role="alert"
    aria-label="Not delivered"
  >
    <h2 class="text-lg">Not saved to the server</h2>
    <p class="text-soft">The server rejected these. Everything else was saved.</p>
    <ul class="mt-2 divide-y divide-line">
      <li v-for="entry in entries" :key="entry.seq" class="flex flex-wrap items-center gap-x-3 gap-y-1 py-2">
        <p class="flex-1 basis-64">
          {{ when.date(madeAt(entry)) }}, {{ when.clock(madeAt(entry)) }}: {{ entryInWords(entry) }}.
          <span class="text-soft">{{ sentence(entry.refused!) }}</span>
        </p>
        <BaseButton size="sm" @click="outbox.tryAgain(entry)"> Try again </BaseButton>
        <BaseButton size="sm" @click="outbox.drop(entry)"> Discard </BaseButton>
      </li>
    </ul>
    <BaseButton size="sm" class="mt-1" @click="keep"> Save them as a file </BaseButton>
  </section>
</template>
