<script setup lang="ts">
import { reachInWords } from '#core/wording/hand'
import { careOf } from '#core/hand/care'
import { PRESETS } from '#core/guitar/presets'

useHead({ title: 'Students · Fidactyl' })
const showArchived = ref(false)
const { data, error, reload } = useLoaded('GET /api/students', () => ({
  query: { former: showArchived.value ? ('true' as const) : undefined },
}))
const when = useWhen()
const today = computed(() => when.today().toISODate()!)
const writes = useWrites()
const toasts = useToasts()
const adding = ref(false)
const listing = ref(false)
function addFromList() {
  // Those who come now are who a list is held against.
  showArchived.value = false
  listing.value = true
}
const people = (count: number) => (count === 1 ? '1 student' : `${count} students`)
async function listed(ids: readonly string[]) {
  await reload()
  toasts.say(`${people(ids.length)} added.`, { action: { label: 'Undo', run: () => void takeBack(ids) } })
}
async function takeBack(studentIds: readonly string[]) {
  try {
    await writes.send('POST /api/students/several/take-back', { body: { studentIds } })
    toasts.say(`${people(studentIds.length)} taken back.`)
    await reload()
  } catch (failure) {
    toasts.say((failure as Error).message, { tone: 'trouble' })
  }
}
const search = ref('')
const shown = computed(() =>
  (data.value?.students ?? []).filter(
    row => row.archived === showArchived.value && row.name.toLowerCase().includes(search.value.trim().toLowerCase()),
  ),
)
const archivedCount = computed(() => data.value?.former ?? 0)
async function added(id: string) {
  adding.value = false
  await navigateTo(`/students/${id}`)
}
</script>

<template>
  <div class="p-5 sm:p-8">
    <div class="flex flex-wrap items-center gap-4 mb-5">
      <h1 class="text-2xl mr-auto">
        {{ showArchived ? 'Former students' : 'Students' }}
      </h1>
      <NuxtLink to="/students/board" class="inline-flex items-center min-h-11 underline underline-offset-4">
        Studio board
      </NuxtLink>
      <label>
        <span class="sr-only">Find a student</span>
        <input
          v-model="search"
          type="search"
          placeholder="Find a student"
          class="min-h-11 w-56 rounded-md border border-edge/70 bg-card px-3 placeholder:text-soft"
        />
      </label>
      <BaseButton v-if="archivedCount > 0 || showArchived" @click="showArchived = !showArchived">
        {{ showArchived ? 'Current students' : `Former (${archivedCount})` }}
      </BaseButton>
      <BaseButton tone="action" @click="adding = true"> Add a student </BaseButton>
      <ActionMenu
        label="More"
        :items="[
          { label: 'Add students from a list', run: addFromList },
          {
            label: 'Save the roster as a list',
            run: () => keepAnswer('GET /api/records', { query: { of: 'roster' } }),
          },
        ]"
      />
    </div>
    <LoadState v-if="!data" :error="error" @retry="reload" />
    <EmptyState v-else-if="shown.length === 0" :title="search ? 'No student matches' : 'No students yet'">
      {{
        search
          ? 'Try fewer letters.'
          : 'Add a student with their guitar and the reach of their hand; then set them a drill from the bench.'
      }}
      <template v-if="!search" #action>
        <BaseButton @click="addFromList"> Add students from a list </BaseButton>
      </template>
    </EmptyState>
    <ul v-else class="grid grid-cols-1 gap-4 sm:grid-cols-2 xl:grid-cols-3">
      <li v-for="row in shown" :key="row.id">
        <NuxtLink
          :to="`/students/${row.id}`"
          class="block h-full rounded-md border border-line bg-card p-4 hover:border-edge"
        >
          <div class="flex items-baseline justify-between gap-3">
            <h2 class="text-lg truncate">
              {{ row.name }}
            </h2>
            <p class="text-soft figures shrink-0">
              {{ row.age === null ? '' : `${row.age} years` }}
            </p>
          </div>
          <p class="text-soft">
            {{ PRESETS[row.instrument.preset].label }}
            {{ row.instrument.scaleLengthMm ?? PRESETS[row.instrument.preset].scaleLengthMm }} mm ·
            {{ reachInWords(row.hand) }}<template v-if="row.hand.leftHanded"> · left-handed </template>
          </p>
          <CareNote :care="careOf(row.hand, row.habits, row.pain)" class="mt-1" />
          <p class="mt-1">
            <template v-if="row.nextLesson">
              Next {{ when.day(row.nextLesson.at) }} {{ when.clock(row.nextLesson.at) }}
            </template>
            <template v-else> No lesson planned </template>
            <span class="text-soft"> · last {{ row.lastLessonAt ? when.date(row.lastLessonAt) : 'never' }}</span>
          </p>
          <ul class="mt-3 border-t border-line">
            <li
              v-for="drill in row.drills"
              :key="drill.name"
              class="flex max-sm:flex-wrap items-baseline gap-x-3 py-1.5 border-b border-line last:border-0"
            >
              <span class="flex-1 min-w-0 leading-snug max-sm:basis-full">{{ drill.name }}</span>
              <span v-if="drill.toTempo" class="figures whitespace-nowrap"
                ><b>{{ drill.bpm }}</b> <span class="text-soft">of {{ drill.targetBpm }}</span></span
              >
              <DrillStateMark v-if="drill.toTempo" :state="drill.state" :today="today" class="w-40 shrink-0 text-sm" />
            </li>
            <li v-if="row.drills.length === 0" class="py-1.5 text-soft">No drills assigned.</li>
          </ul>
        </NuxtLink>
      </li>
    </ul>
    <StudentDialog v-model:open="adding" @saved="added" />
    <LazyListDialog v-if="listing" v-model:open="listing" :present="data?.students ?? []" @added="listed" />
  </div>
</template>
