<script setup lang="ts">
import type { AssignmentDetail } from '#shared/contracts/taught/answers'
import { pathBody } from '#shared/contracts/taught/assignments'
import { draftPath, wrongNames, type StageDraft } from './path-draft'

/** The stages of a drill that is set, for this student. */
const props = defineProps<{ set: AssignmentDetail }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()
const { values, changed, busy, refusal, submit } = useWriteForm({
  schema: pathBody,
  open,
  values: (): { draft: readonly StageDraft[] } => ({ draft: draftPath(props.set.path) }),
  body: ({ draft }) => ({ stages: draft.map(({ key: _key, ...stage }) => ({ ...stage, name: stage.name.trim() })) }),
  send: body => writes.send('PUT /api/assignments/:id/path', { id: props.set.id, body }),
})
const presentKey = computed(() => values.draft.find(stage => stage.number === props.set.stageNumber)?.key ?? null)
/** The plan of the drill itself: of its last stage, as the path was opened. */
const main = computed(() => props.set.path.at(-1)!.plan)
async function save() {
  if (!(await submit())) return
  emit('saved')
  open.value = false
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="`The stages of ${set.drillName}`"
    about="Each opens when the one before is passed; in a lesson you can return to an earlier one. Past lessons do not change."
    wide
  >
    <form class="space-y-4" @submit.prevent="save">
      <PathFields v-model="values.draft" :spec="set.spec" :main="main" :present-key="presentKey" />
      <FormRefusal :refusal="refusal" :said-by-fields="[]" />
      <DialogActions
        action="Save stages"
        :busy="busy"
        :disabled="wrongNames(values.draft) !== null"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
