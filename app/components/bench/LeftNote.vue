<script setup lang="ts">
/** What was on a bench of this device and never saved: taken up again, or thrown away. */
const props = defineProps<{ work: BenchWork }>()
const emit = defineEmits<{ takeUp: []; drop: [] }>()
const when = useWhen()
const since = computed(() => `${when.day(props.work.at)} at ${when.clock(props.work.at)}`)
</script>

<template>
  <BenchNote label="Left unsaved" @dismiss="emit('drop')">
    <p>
      <b>“{{ work.title }}” was left unsaved {{ since }}.</b>
      <span class="text-soft">{{ ' ' }}It is on this device only.</span>
    </p>
    <template #actions>
      <BaseButton size="sm" @click="emit('takeUp')"> Take it up again </BaseButton>
    </template>
  </BenchNote>
</template>
