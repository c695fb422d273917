<script setup lang="ts">
import { TEMPO_BOUNDS } from '#core/schema/fields'
import { isFalling, isTimed } from '#core/practice/tempo/target'
import { stageChoices } from '#core/stages/choices'
import type { Plan } from '#core/schema/plan-fields'
import type { Spec } from '#core/schema/parse'
import { withStage, withTarget, withTempo, wrongNames, type StageDraft } from './path-draft'

/** The stages a drill is taught through: their order, names, what is played otherwise, and how far each goes. */
const props = defineProps<{
  spec: Spec
  /** The plan of the drill itself. */
  main: Plan
  /** The stage that is being worked: it stays, and its plan is changed elsewhere. */
  presentKey?: number | null
}>()
const path = defineModel<readonly StageDraft[]>({ required: true })
const choices = computed(() => stageChoices(props.spec))
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
/** What a stage plays, by its place among the choices; one that is none of them stays as it was written. */
const optionsOf = (stage: StageDraft) => [
  ...choices.value.map(({ label }, value) => ({ value, label: choiceLabel(label) })),
  ...(choices.value.some(each => same(each.change, stage.change)) ? [] : [{ value: -1, label: 'As it was written' }]),
]
const playedBy = (stage: StageDraft) => choices.value.findIndex(each => same(each.change, stage.change))
const change = (at: number, stage: StageDraft) => {
  path.value = path.value.map((each, i) => (i === at ? stage : each))
}
function plays(at: number, choice: number) {
  const stage = path.value[at]!
  const chosen = choices.value[choice]
  if (!chosen) return
  // A stage nobody named yet is called by what it plays.
  const named = stage.name.startsWith('another stage') && !path.value.some(each => each.name === chosen.label)
  change(at, { ...stage, change: chosen.change, name: named ? chosen.label : stage.name })
}
const list = useTemplateRef<HTMLElement>('list')
const { move, said } = useOrder<StageDraft>(list, {
  items: () => path.value,
  keep: now => (path.value = now),
  name: stage => stage.name,
  place: 'stage',
})
const wrong = computed(() => wrongNames(path.value))
const timed = (stage: StageDraft) => stage.plan.school !== 'untimed'
</script>

<template>
  <div class="space-y-2">
    <ol ref="list" class="space-y-1.5">
      <MovableRow
        v-for="(stage, i) in path"
        :key="stage.key"
        :at="i"
        :count="path.length"
        :out="`Take ${stage.name} off the path`"
        :fixed="stage.key === presentKey || path.length === 1"
        @move="move(i, $event)"
        @out="path = path.filter(each => each !== stage)"
      >
        <div class="flex-1 min-w-60 grid sm:grid-cols-2 gap-x-3 gap-y-1 py-2">
          <FormField
            :model-value="stage.name"
            :label="`Stage ${i + 1}${stage.key === presentKey ? ', worked now' : ''}`"
            @update:model-value="change(i, { ...stage, name: String($event ?? '') })"
          />
          <BaseListbox
            :model-value="playedBy(stage)"
            :label="`Stage ${i + 1} plays`"
            :options="optionsOf(stage)"
            @update:model-value="plays(i, $event)"
          />
          <p v-if="stage.key === presentKey" class="text-soft figures sm:col-span-2">
            {{ timed(stage) ? `from ${stage.plan.startBpm} to ${stage.plan.targetBpm}` : 'without a tempo' }}
          </p>
          <div v-else class="sm:col-span-2 flex flex-wrap items-center gap-x-4 gap-y-1">
            <label class="flex items-center gap-2 min-h-9">
              <input
                type="checkbox"
                class="size-5 accent-(--action)"
                :checked="timed(stage)"
                :disabled="!isTimed(main)"
                @change="change(i, withTempo(stage, !timed(stage), main))"
              />
              to a tempo
            </label>
            <template v-if="timed(stage)">
              <span class="text-soft figures">from {{ stage.plan.startBpm }} to</span>
              <BaseStepper
                class="w-40"
                :model-value="stage.plan.targetBpm"
                :label="`Target of stage ${i + 1}`"
                hide-label
                :min="isFalling(stage.plan) ? 10 : stage.plan.startBpm"
                :max="isFalling(stage.plan) ? stage.plan.startBpm : TEMPO_BOUNDS.most"
                @update:model-value="change(i, withTarget(stage, $event))"
              />
            </template>
            <span v-else class="text-soft">passed when rated 4 or more in two lessons in a row</span>
          </div>
        </div>
      </MovableRow>
    </ol>
    <BaseButton size="sm" @click="path = withStage(path, main)">Add a stage</BaseButton>
    <p v-if="wrong" role="alert" class="text-pain">{{ wrong }}</p>
    <p class="sr-only" role="status">{{ said }}</p>
  </div>
</template>
