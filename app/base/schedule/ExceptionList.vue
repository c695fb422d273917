<script setup lang="ts">
import type { ExceptionRow } from '#shared/contracts/lessons/answers'

/** Lessons of the weekly ones that are not where the rule puts them. */
defineProps<{
  exceptions: readonly ExceptionRow[]
  /** The weekly lesson goes on, so that they can be changed. */
  changing: boolean
}>()
const emit = defineEmits<{ 'make-up': [day: string]; 'put-back': [day: string] }>()
const when = useWhen()
</script>

<template>
  <ul v-if="exceptions.length > 0" class="mt-1 space-y-0.5" aria-label="Lessons moved or cancelled">
    <li v-for="each in exceptions" :key="each.day" class="flex flex-wrap items-center gap-x-3">
      <span
        >{{ when.longDay(each.day) }}:
        <template v-if="each.to"
          >{{ each.cancelled ? 'cancelled, made up' : 'moved to' }} {{ when.longDay(each.to.day) }},
          {{ each.to.wallTime }}</template
        ><b v-else>cancelled</b><template v-if="each.why">{{ ' ' }}({{ each.why }})</template></span
      >
      <template v-if="changing">
        <button
          v-if="!each.to"
          type="button"
          class="min-h-9 underline underline-offset-4 text-soft hover:text-ink"
          @click="emit('make-up', each.day)"
        >
          Make it up
        </button>
        <button
          type="button"
          class="min-h-9 underline underline-offset-4 text-soft hover:text-ink"
          @click="emit('put-back', each.day)"
        >
          Put it back
        </button>
      </template>
    </li>
  </ul>
</template>
