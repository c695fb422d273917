<script setup lang="ts">
import { fitChangeInWords, unsuitedInWords } from '#core/wording/fitting'
import { capital } from '#core/wording/numbers'

/** What fitting to a student changed and why; the teacher may keep the original. */
const props = defineProps<{ fitted: Fitted }>()
const changes = computed(() => props.fitted.changes.map(fitChangeInWords))
const left = computed(() => [...new Set(props.fitted.left.map(unsuitedInWords))])
const emit = defineEmits<{ original: []; dismiss: [] }>()
</script>

<template>
  <BenchNote label="Fitted" @dismiss="emit('dismiss')">
    <p v-for="change in changes" :key="change.what">
      <b>For {{ fitted.student }}: {{ change.what }}.</b> <span class="text-soft">{{ capital(change.why) }}.</span>
    </p>
    <p v-if="left.length > 0">
      <b>{{ fitted.changes.length > 0 ? 'Still' : `For ${fitted.student}` }}:</b> {{ left.slice(0, 2).join('; ')
      }}{{ left.length > 2 ? `; and ${left.length - 2} more` : '' }}.
    </p>
    <template v-if="fitted.changes.length > 0" #actions>
      <BaseButton size="sm" @click="emit('original')"> Keep the original </BaseButton>
    </template>
  </BenchNote>
</template>
