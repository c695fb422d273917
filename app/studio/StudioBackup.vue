<script setup lang="ts">
/** The whole studio as a file, and back, for its owner. */
const open = ref(false)
const api = useApi()
/** Whether nothing was entered in this studio yet: only then does a backup come in its place. */
const empty = ref(false)
const session = useSession()
const toasts = useToasts()
const when = useWhen()
const { step, refusal, restore, stop } = useRestore()
const file = shallowRef<File | null>(null)
watch(open, now => {
  if (!now) stop()
})
async function begin() {
  try {
    empty.value = (await api.call('GET /api/studio/restore')).empty
  } catch (failure) {
    toasts.say((failure as Error).message, { tone: 'trouble' })
    return
  }
  file.value = null
  refusal.value = null
  open.value = true
}
function choose(chosen: File) {
  file.value = chosen
  refusal.value = null
}
const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`
const progress = computed(() => {
  const { value } = step
  if (!value) return ''
  if (value.what === 'sending') return `Sending: ${megabytes(value.done)} of ${megabytes(value.all)}`
  return value.all === 0 ? 'Checking the data' : `${value.done} of ${value.all} rows`
})
async function start() {
  if (!file.value || step.value) return
  const back = await restore(file.value)
  if (!back) return
  open.value = false
  session.me = null
  await navigateTo('/sign-in')
  toasts.say(`“${back.name}” is back as it was on ${when.date(back.madeAt)}. Sign in with a name of that studio.`)
}
</script>

<template>
  <section class="mt-10">
    <h2 class="text-xl mb-1">Backup</h2>
    <p class="text-soft mb-3">
      The whole studio as one file: students, lessons, drills, accounts. It contains passwords in encoded form, so keep
      it private. It can be restored into an empty studio, here or on another server.
    </p>
    <div class="flex flex-wrap gap-3">
      <a
        href="/api/studio/backup"
        download
        class="inline-flex items-center min-h-11 px-4 rounded-md border border-edge/70 bg-card font-bold hover:border-ink"
      >
        Save a backup
      </a>
      <BaseButton @click="begin"> Restore a backup </BaseButton>
    </div>
    <BaseDialog v-model:open="open" title="Restore a backup" about="Either everything is restored or nothing changes.">
      <form v-if="!empty" @submit.prevent="open = false">
        <p>
          This studio has students or drills. A backup can only replace an empty one: open a new studio on the server
          (<code>npm run open-studio</code>), sign in there and restore it; or restore it from the command line (<code
            >npm run restore</code
          >).
        </p>
        <div class="mt-4 flex justify-end"><BaseButton tone="action" type="submit">OK</BaseButton></div>
      </form>
      <form v-else @submit.prevent="start">
        <p>
          The studio in the file replaces this empty one, including its accounts: afterwards sign in with a name and
          password from that studio.
        </p>
        <div class="mt-3 flex flex-wrap items-center gap-3">
          <FileButton
            label="A backup of a studio"
            accept=".zip,application/zip"
            :disabled="step !== null"
            @chosen="choose"
          >
            {{ file ? 'Choose another file' : 'Choose the file' }}
          </FileButton>
          <span v-if="file" class="min-w-0 truncate">{{ file.name }}, {{ megabytes(file.size) }}</span>
        </div>
        <div v-if="step" class="mt-4">
          <label for="restore-progress" class="text-sm text-soft" aria-live="polite">{{ progress }}</label>
          <progress
            id="restore-progress"
            class="w-full"
            :value="step.all > 0 ? step.done : undefined"
            :max="step.all || 1"
          />
        </div>
        <FormRefusal class="mt-3" :refusal="refusal ? { message: refusal } : null" />
        <DialogActions
          class="mt-4"
          action="Restore"
          :leave="step ? 'Stop' : 'Cancel'"
          :busy="step !== null"
          :disabled="!file"
          @cancel="step ? stop() : (open = false)"
        />
      </form>
    </BaseDialog>
  </section>
</template>
