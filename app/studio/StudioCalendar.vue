<script setup lang="ts">
import type { CalendarLinkRow } from '#shared/contracts/lessons/answers'
import { calendarLinkBody, type CalendarNames } from '#shared/contracts/lessons/calendar'

/** The teacher's weekly lessons in other calendars: an address they read by themselves, or a file. */
const { data, error, reload } = useLoaded('GET /api/calendar-links', () => ({}))
const writes = useWrites()
const toasts = useToasts()
const when = useWhen()
const { copy } = useClipboard({ legacy: true })

const names = useLocalStorage<CalendarNames>('fidactyl-calendar-names', 'first')
const NAMES = [
  { value: 'first', label: 'first names' },
  { value: 'initials', label: 'initials' },
  { value: 'none', label: 'no names' },
] as const
const shown = (value: CalendarNames) => NAMES.find(each => each.value === value)!.label

const making = ref(false)
const { values, changed, busy, refusal, errorOf, submit } = useWriteForm({
  schema: calendarLinkBody,
  open: making,
  values: () => ({ name: '' }),
  body: ({ name }) => ({ name, names: names.value }),
  send: body => writes.send('POST /api/calendar-links', { body }),
})
async function make() {
  if (!(await submit())) return
  making.value = false
  await reload()
}

const wholeAddress = (link: CalendarLinkRow) => `${window.location.origin}${link.path}`
async function take(link: CalendarLinkRow) {
  await copy(wholeAddress(link))
  toasts.say(`The link for “${link.name}” is copied. Paste it into your calendar app as a subscription.`)
}
async function end(link: CalendarLinkRow, ended: boolean) {
  try {
    await writes.send('POST /api/calendar-links/:id/end', { id: link.id, body: { ended } })
    await reload()
    if (ended)
      toasts.say(`The link for “${link.name}” is stopped.`, {
        action: { label: 'Undo', run: () => void end(link, false) },
      })
  } catch (trouble) {
    toasts.say((trouble as Error).message, { tone: 'trouble' })
  }
}
</script>

<template>
  <section class="mt-10">
    <div class="flex flex-wrap items-center gap-3 mb-1">
      <h2 class="text-xl mr-auto">Lessons in your calendar</h2>
      <BaseButton @click="making = true"> Create a link </BaseButton>
    </div>
    <p class="text-soft mb-3">
      Your weekly lessons, including moved and cancelled ones. A calendar checks its link regularly. Anyone with the
      link can see your lessons, so give each device its own and stop any you lose.
    </p>
    <LoadState v-if="!data" :error="error" @retry="reload" />
    <ul v-else-if="data.length > 0" class="divide-y divide-line border-y border-line mb-4">
      <li v-for="link in data" :key="link.id" class="flex flex-wrap items-center gap-x-4 gap-y-1 py-3">
        <div class="flex-1 basis-64 min-w-0">
          <p class="font-bold">{{ link.name }}</p>
          <p class="text-soft">shows {{ shown(link.names) }} · created {{ when.date(link.createdAt) }}</p>
          <p class="text-sm text-soft truncate select-all">{{ wholeAddress(link) }}</p>
        </div>
        <div class="flex gap-3">
          <BaseButton size="sm" :aria-label="`Copy the link for ${link.name}`" @click="take(link)"> Copy </BaseButton>
          <BaseButton size="sm" :aria-label="`Stop the link for ${link.name}`" @click="end(link, true)">
            Stop
          </BaseButton>
        </div>
      </li>
    </ul>
    <div class="flex flex-wrap items-end gap-x-6 gap-y-3">
      <BaseChips v-model="names" label="Shown in the file" :options="NAMES" tall />
      <a
        :href="addressOf('GET /api/calendar', { query: { names } })"
        download
        class="inline-flex items-center min-h-11 px-4 rounded-md border border-edge/70 bg-card font-bold hover:border-ink"
      >
        Save the calendar as a file
      </a>
    </div>
    <BaseDialog
      v-model:open="making"
      :changed="changed"
      title="A link for your calendar"
      about="The calendar checks it about once an hour, without signing in. It can read your lessons and nothing else."
    >
      <form class="space-y-4" @submit.prevent="make">
        <FormField
          v-model="values.name"
          label="Device"
          hint="Such as phone or office, so that you know which one to stop."
          :error="errorOf('name')"
        />
        <BaseChips v-model="names" label="Student names" :options="NAMES" tall />
        <FormRefusal :refusal="refusal" :said-by-fields="['name']" />
        <DialogActions action="Create link" :busy="busy" @cancel="making = false" />
      </form>
    </BaseDialog>
  </section>
</template>
