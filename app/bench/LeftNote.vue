<script setup lang="ts">
/** What was on a bench of this device and never saved: taken up again, or thrown away. */
const props = defineProps<{ work: BenchWork }>()
const emit = defineEmits<{ takeUp: []; drop: [] }>()
const when = useWhen()
const since = computed(() => `${when.day(props.work.at)} at ${when.clock(props.work.at)}`)
</script>

<template>
  <BenchNote label="Unsaved work" @dismiss="emit('drop')">
    <p>
      <b>“{{ work.title }}” has unsaved changes from {{ since }}.</b>
      <span class="text-soft">{{ ' ' }}They are on this device only.</span>
    </p>
    <template #actions>
      <BaseButton size="sm" @click="emit('takeUp')"> Open it </BaseButton>
    </template>
  </BenchNote>
</template>
