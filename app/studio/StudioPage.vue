<script setup lang="ts">
import { guitarInWords, tuningInWords } from '#core/wording/guitar'
import type { InstrumentRow } from '#shared/contracts/people/answers'

useHead({ title: 'Studio · Fidactyl' })
const { data, error, reload } = useLoaded('GET /api/instruments', () => ({}))
const writes = useWrites()
const toasts = useToasts()
const editing = ref(false)
const session = useSession()
const passwordOpen = ref(false)
const chosen = shallowRef<InstrumentRow | null>(null)
const present = computed(() => data.value?.filter(each => !each.archived) ?? [])
const away = computed(() => data.value?.filter(each => each.archived) ?? [])

function edit(instrument: InstrumentRow | null) {
  chosen.value = instrument
  editing.value = true
}
async function archive(instrument: InstrumentRow, archived: boolean) {
  try {
    await writes.send('POST /api/instruments/:id/archive', { id: instrument.id, body: { archived } })
    await reload()
    if (archived)
      toasts.say(`${instrument.name} is put away.`, {
        action: { label: 'Restore', run: () => void archive(instrument, false) },
      })
  } catch (refusal) {
    toasts.say((refusal as Error).message, { tone: 'trouble' })
  }
}
</script>

<template>
  <div class="p-5 sm:p-8 max-w-5xl">
    <header class="flex flex-wrap items-start gap-4 mb-6">
      <h1 class="text-3xl flex-1">Studio</h1>
      <BaseButton tone="action" @click="edit(null)"> Add a guitar </BaseButton>
    </header>
    <LoadState v-if="!data" :error="error" @retry="reload" />
    <section v-else>
      <h2 class="text-xl mb-1">Guitars</h2>
      <p class="text-soft mb-3">
        Your own guitars. Their measurements decide reach, positions and travel in every drill.
      </p>
      <EmptyState v-if="present.length === 0" title="No guitar of your own yet">
        The presets (classical, steel-string, electric, three-quarter, half-size) are always available. Add a guitar if
        its scale, tuning or strings differ.
        <template #action>
          <BaseButton tone="action" @click="edit(null)"> Add a guitar </BaseButton>
        </template>
      </EmptyState>
      <ul class="divide-y divide-line border-y border-line">
        <li v-for="instrument in present" :key="instrument.id" class="flex flex-wrap items-center gap-x-4 gap-y-1 py-3">
          <div class="flex-1 basis-64">
            <p class="font-bold">
              {{ instrument.name }}
            </p>
            <p class="text-soft figures">
              {{ guitarInWords(instrument.choice) }} · {{ tuningInWords(instrument.choice) }}
            </p>
          </div>
          <p class="text-soft">
            {{
              instrument.students === 0
                ? 'not used'
                : `${instrument.students} ${instrument.students === 1 ? 'student' : 'students'}`
            }}
          </p>
          <BaseButton size="sm" :aria-label="`Change ${instrument.name}`" @click="edit(instrument)">
            Change
          </BaseButton>
          <BaseButton size="sm" :aria-label="`Archive ${instrument.name}`" @click="archive(instrument, true)">
            Archive
          </BaseButton>
        </li>
      </ul>
      <template v-if="away.length > 0">
        <h2 class="text-xl mt-8 mb-2">Archived</h2>
        <ul class="space-y-1">
          <li v-for="instrument in away" :key="instrument.id" class="flex flex-wrap items-center gap-4">
            <span>{{ instrument.name }}</span>
            <BaseButton size="sm" @click="archive(instrument, false)"> Restore </BaseButton>
          </li>
        </ul>
      </template>
    </section>
    <StudioAccounts v-if="session.me?.role === 'owner'" />
    <StudioNotice />
    <section class="mt-10">
      <h2 class="text-xl mb-1">Students at a glance</h2>
      <NuxtLink to="/students/board" class="inline-flex items-center min-h-11 underline underline-offset-4">
        The studio board: who is on track, stalled or absent, and how much they practise
      </NuxtLink>
    </section>
    <StudioCalendar />
    <section class="mt-10">
      <h2 class="text-xl mb-1">For a spreadsheet</h2>
      <p class="text-soft">
        Your records as CSV, of all your students. Dates are local, times are in UTC, tempos are quarter notes per
        minute.
      </p>
      <RecordsLinks />
    </section>
    <StudioBackup v-if="session.me?.role === 'owner'" />
    <section class="mt-10">
      <h2 class="text-xl mb-1">You</h2>
      <p class="text-soft mb-3">Signed in as {{ session.me?.name }}. Signing out signs you out on all devices.</p>
      <BaseButton @click="passwordOpen = true"> Change your password </BaseButton>
    </section>
    <PasswordDialog v-model:open="passwordOpen" />
    <InstrumentDialog v-model:open="editing" :instrument="chosen" @saved="reload" />
    <section class="mt-8">
      <h2 class="text-xl mb-1">Grades</h2>
      <p class="text-soft mb-2">How hard a drill is, in ten parts. The studio decides how much each part counts.</p>
      <NuxtLink to="/grade" class="inline-flex items-center min-h-11 underline underline-offset-4">
        How grades work
      </NuxtLink>
    </section>
  </div>
</template>
