<script setup lang="ts">
import type { AssignmentDetail } from '#shared/contracts/assignments'

/** The stages of a set drill in one line, the one it is at told apart. */
defineProps<{ set: Pick<AssignmentDetail, 'path' | 'stage' | 'stageNumber'> }>()
</script>

<template>
  <p v-if="set.path.length < 2" class="text-soft">{{ set.stage }}</p>
  <ol v-else class="flex flex-wrap items-baseline text-soft" aria-label="Stages">
    <li
      v-for="(stage, i) in set.path"
      :key="stage.number"
      :aria-current="stage.number === set.stageNumber ? 'step' : undefined"
    >
      <span v-if="i > 0" class="mx-1.5" aria-hidden="true">›</span
      ><b v-if="stage.number === set.stageNumber" class="text-ink">{{ stage.name }}</b
      ><template v-else>{{ stage.name }}</template>
    </li>
  </ol>
</template>
