<script setup lang="ts">
import type { AssignmentDetail } from '#shared/contracts/taught/answers'

/** The stages of a set drill in one line, the one it is at told apart. */
const props = defineProps<{ set: Pick<AssignmentDetail, 'path' | 'stage' | 'stageNumber'> }>()
const place = computed(() => props.set.path.findIndex(stage => stage.number === props.set.stageNumber))
</script>

<template>
  <p v-if="set.path.length < 2" class="text-soft">{{ set.stage }}</p>
  <div v-else>
    <p class="sm:hidden text-soft">
      <b class="text-ink">{{ set.stage }}</b>, stage {{ place + 1 }} of {{ set.path.length }}
    </p>
    <ol class="max-sm:hidden flex flex-wrap items-baseline text-soft" aria-label="Stages">
      <li
        v-for="(stage, i) in set.path"
        :key="stage.number"
        :aria-current="stage.number === set.stageNumber ? 'step' : undefined"
      >
        <b v-if="stage.number === set.stageNumber" class="text-ink">{{ stage.name }}</b><template v-else>{{
          stage.name
        }}</template
        ><span v-if="i < set.path.length - 1" class="mx-1.5" aria-hidden="true">›</span>
      </li>
    </ol>
  </div>
</template>
