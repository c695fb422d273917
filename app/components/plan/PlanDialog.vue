<script setup lang="ts">
import { planBody } from '#shared/contracts/assignments'
import type { AssignmentDetail } from '#shared/contracts/assignments'
import { draftOf, planOf } from './plan-draft'

/** Another plan or day for a drill that is set; what that would do is shown before it is kept. */
const props = defineProps<{
  set: AssignmentDetail
  today: string
  /** The stage it is at is passed, and the next one is asked for. */
  next?: boolean
}>()
/** What a stage is often called (common practice). */
const STAGES = ['plucking hand alone', 'fretting hand alone', 'together', 'slurred', 'without a pause at the shift']
const stage = ref('')
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()
const { busy, refusal, clear, errorOf, write } = useWrite(planBody)
const draft = ref(draftOf(props.set.plan))
const targetOn = ref('')
watch(
  open,
  now => {
    if (!now) return
    clear()
    draft.value = draftOf(props.set.plan)
    targetOn.value = props.set.targetOn ?? ''
    stage.value = props.next ? '' : props.set.stage
  },
  { immediate: true },
)
const made = computed(() => planOf(draft.value))
async function save() {
  if (!made.value.ok) return
  const now = {
    plan: made.value.value,
    targetOn: targetOn.value || null,
    ...(stage.value.trim() && { stage: stage.value.trim() }),
  }
  if (!(await write(now, body => writes.put(`/api/assignments/${props.set.id}/plan`, body)))) return
  emit('saved')
  open.value = false
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :title="next ? `The next stage of ${set.drillName}` : `The plan of ${set.drillName}`"
    :about="`It stands at ${set.bpm}, and stays there: what changes is the way from here.`"
  >
    <form class="space-y-4" @submit.prevent="save">
      <div>
        <FormField v-model="stage" label="Stage" :error="errorOf('stage')" />
        <div class="flex flex-wrap gap-1.5 mt-2">
          <button
            v-for="name in STAGES"
            :key="name"
            type="button"
            class="rounded-md border border-line bg-card min-h-9 px-2.5 hover:border-edge"
            :class="stage === name ? 'border-ink font-bold' : ''"
            @click="stage = name"
          >
            {{ name }}
          </button>
        </div>
      </div>
      <PlanFields
        v-model="draft"
        :bpm="set.bpm"
        :today="today"
        :target-on="targetOn || null"
        :per-beat="set.spec.rhythm.perBeat"
        :present="set.plan"
        :present-on="set.targetOn"
      />
      <FormField v-model="targetOn" label="Target date" type="date" :error="errorOf('targetOn')" />
      <FormRefusal :refusal="refusal" :said-by-fields="['targetOn', 'stage']" />
      <DialogActions
        action="Keep this plan"
        :busy="busy"
        :disabled="!made.ok || (next && !stage.trim())"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
