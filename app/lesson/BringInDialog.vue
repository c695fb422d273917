<script setup lang="ts">
import { searched } from '#core/ladder/search'
import type { PastDrill } from '#shared/contracts/taught/answers'
import { isOwn, techniqueLabel, type ShelfEntry } from '~/shelf/shelf-entries'

/** Another drill for this lesson: one the student had before, one from the shelf, or a blank one. */
const props = defineProps<{ lesson: RunningLesson }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ choose: [assignmentId: string] }>()
const { shelf, earlier, busy, refusal, look, fromShelf, again } = useBringIn(props.lesson, id => emit('choose', id))

const search = ref('')
watch(open, now => {
  if (!now) return
  search.value = ''
  void look()
})
const before = computed(() =>
  earlier.value.filter(each => each.drillName.toLowerCase().includes(search.value.trim().toLowerCase())),
)
/** Of hundreds nobody reads more. */
const MOST = 30
/** The teacher's own while nothing is searched for; else whatever answers, the ladder included. */
const onShelf = computed(() =>
  searched(
    (shelf.value ?? []).filter(each => search.value.trim() !== '' || isOwn(each)),
    search.value,
    each => each.searched,
  ).slice(0, MOST),
)

async function take(brought: Promise<boolean>) {
  if (await brought) open.value = false
}
function takeFirst() {
  const [past, drill]: [PastDrill | undefined, ShelfEntry | undefined] = [before.value[0], onShelf.value[0]]
  if (past) void take(again(past))
  else if (drill) void take(fromShelf(drill))
}
const { detail } = props.lesson
const blank = () =>
  navigateTo({ path: '/bench', query: { student: detail.value!.student.id, lesson: detail.value!.id } })
</script>

<template>
  <BaseDialog v-model:open="open" title="Add a drill" wide>
    <form class="space-y-4" @submit.prevent="takeFirst">
      <FormField
        v-model="search"
        label="Find a drill"
        hint="by name, technique, grade, string or finger; Enter takes the first"
      />
      <BaseButton class="min-h-12" @click="blank">Build a new one on the bench</BaseButton>
      <p v-if="refusal" role="alert" class="text-pain">{{ refusal }}</p>
      <section v-if="before.length > 0">
        <h3 class="text-base">Assigned before</h3>
        <ul class="divide-y divide-line">
          <li v-for="each in before" :key="each.id">
            <button
              type="button"
              class="w-full text-left min-h-12 py-2 flex justify-between gap-4 hover:bg-wood/25"
              :disabled="busy"
              @click="take(again(each))"
            >
              <span>{{ each.drillName }}</span>
              <span class="text-soft figures">{{ each.bpm }} of {{ each.targetBpm }}</span>
            </button>
          </li>
        </ul>
      </section>
      <section v-if="onShelf.length > 0">
        <h3 class="text-base">On the shelf</h3>
        <ul class="divide-y divide-line">
          <li v-for="entry in onShelf" :key="entry.ref">
            <button
              type="button"
              class="w-full text-left min-h-12 py-2 hover:bg-wood/25"
              :disabled="busy"
              @click="take(fromShelf(entry))"
            >
              <span class="block">{{ entry.name }}</span>
              <span class="block text-soft figures"
                >{{
                  entry.own === null
                    ? `${techniqueLabel(entry.technique)}, grade ${entry.grade?.toFixed(1)}`
                    : entry.title
                }}, ♩ = {{ entry.tempo }}</span
              >
            </button>
          </li>
        </ul>
      </section>
      <p v-if="shelf && before.length + onShelf.length === 0" class="text-soft">
        {{ search ? 'No match.' : 'Everything on your shelf is on the list already.' }}
      </p>
    </form>
  </BaseDialog>
</template>
