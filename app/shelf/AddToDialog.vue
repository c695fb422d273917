<script setup lang="ts">
/** Puts the chosen drills into a collection, an old one or a new one. */
const props = defineProps<{ shelf: Shelf }>()
const open = defineModel<boolean>('open', { required: true })
const into = ref<string | null>(null)
const name = ref('')
watch(open, now => {
  if (!now) return
  into.value = props.shelf.opened.value ?? props.shelf.programmes.value[0]?.id ?? null
  name.value = ''
})
const options = computed(() => [
  ...props.shelf.programmes.value.map(each => ({ value: each.id, label: each.name })),
  { value: null, label: 'A new one' },
])
async function add() {
  const refs = props.shelf.chosen.value
  const programme = props.shelf.programmes.value.find(each => each.id === into.value)
  if (programme) await props.shelf.addTo(programme, refs)
  else if (!(await props.shelf.createProgramme(name.value.trim(), refs))) return
  open.value = false
}
</script>

<template>
  <BaseDialog v-model:open="open" title="Add to a collection">
    <form class="space-y-4" @submit.prevent="add">
      <BaseListbox v-model="into" label="Collection" :options="options" />
      <FormField v-if="into === null" v-model="name" label="Its name" :error="name.trim() ? '' : 'a name is needed'" />
      <FormRefusal :refusal="shelf.refusal.value ? { message: shelf.refusal.value } : null" />
      <DialogActions
        action="Add"
        :busy="shelf.busy.value"
        :disabled="into === null && !name.trim()"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
