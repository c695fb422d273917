<script setup lang="ts">
import { careOf } from '#core/hand/care'
import type { LessonDetail } from '#shared/contracts/lessons/answers'
import { entryInWords } from './entry-in-words'

/** Whose lesson it is, how much of it is gone, and whether all that was put down is saved. */
const props = defineProps<{ detail: LessonDetail }>()
const outbox = useOutbox()
const route = useRoute()
const when = useWhen()
const now = useNow({ interval: 1000 })
const gone = computed(() => {
  const seconds = Math.max(0, Math.floor((now.value.getTime() - Date.parse(props.detail.startedAt)) / 1000))
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
})
const saved = computed(() => {
  if (outbox.waiting === 0) return 'all saved'
  if (!outbox.stuck) return `saving ${outbox.waiting}`
  const safe = outbox.waiting - outbox.unsafe.length
  return [
    ...(safe > 0 ? [`${safe} kept on this device, waiting for the server`] : []),
    ...(outbox.unsafe.length > 0
      ? [`not safe yet: ${outbox.unsafe.map(entryInWords).join(', ')}. Keep this page open; it is sent again by itself`]
      : []),
  ].join('; ')
})
</script>

<template>
  <header
    class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-3 sm:px-5 py-2 sm:py-3 short:max-lg:py-1"
  >
    <h1 class="text-xl">
      {{ detail.student.name }}
    </h1>
    <p class="text-soft figures max-sm:order-last">
      {{ when.clock(detail.startedAt) }} · {{ detail.minutes }} minutes · {{ gone }} elapsed
    </p>
    <p
      class="text-sm min-w-24 max-sm:order-last"
      :class="outbox.stuck ? 'text-attention-ink font-bold' : 'text-soft'"
      role="status"
    >
      {{ saved
      }}<template v-if="outbox.signedOut"
        >. You are signed out:
        <NuxtLink :to="signInPath(route.fullPath)" class="underline underline-offset-4"
          >sign in again</NuxtLink
        ></template
      >
    </p>
    <CareNote
      :care="careOf(detail.student.hand, detail.student.habits, detail.student.pain)"
      class="max-sm:order-last"
    />
    <div
      class="ml-auto flex flex-wrap gap-2 short:max-lg:[&>button]:min-h-9! max-sm:w-full max-sm:gap-1.5 max-sm:[&>button]:flex-1 max-sm:[&>button]:px-1 max-sm:[&>button]:text-sm"
    >
      <slot />
    </div>
  </header>
</template>
