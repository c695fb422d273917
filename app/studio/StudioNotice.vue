<script setup lang="ts">
import { USUAL_NOTICE } from '#core/wording/notice'
import { noticeBody } from '#shared/contracts/studio/studios'

/** What the studio says to its students, and of those under age to who looks after them: to read, to print, to change. */
const session = useSession()
const writes = useWrites()
const toasts = useToasts()
const { paper, print } = usePaper<string>()
const notice = computed(() => session.me?.notice ?? USUAL_NOTICE)
const editing = ref(false)
async function keep(text: string | null) {
  await writes.send('PUT /api/studio/notice', { body: { notice: text } })
  if (session.me) session.me = { ...session.me, notice: text }
}
const { values, changed, busy, refusal, errorOf, submit } = useWriteForm({
  schema: noticeBody,
  open: editing,
  values: () => ({ text: notice.value }),
  body: ({ text }, button: 'default' | undefined) => ({ notice: button === 'default' ? null : text.trim() }),
  send: ({ notice }) => keep(notice),
})
async function putBack(text: string | null) {
  try {
    await keep(text)
  } catch (failure) {
    toasts.say((failure as Error).message, { tone: 'trouble' })
  }
}
async function save(button?: 'default') {
  const before = session.me?.notice ?? null
  if (!(await submit(button))) return
  editing.value = false
  toasts.say('Notice saved.', { action: { label: 'Undo', run: () => void putBack(before) } })
}
</script>

<template>
  <section class="mt-10" aria-label="Notice">
    <div class="flex flex-wrap items-center gap-3 mb-2">
      <h2 id="notice" class="text-xl mr-auto">Notice to students and guardians</h2>
      <BaseButton v-if="session.me?.role === 'owner'" @click="editing = true">Change the notice</BaseButton>
      <BaseButton @click="print(notice)">Print the notice</BaseButton>
    </div>
    <p class="text-soft mb-3">Give it to every student, and to a parent or guardian of anyone under 18.</p>
    <div class="max-w-prose space-y-2 border-l-4 border-line pl-4 whitespace-pre-line">{{ notice }}</div>
    <BaseDialog
      v-model:open="editing"
      :changed="changed"
      title="The studio’s notice"
      about="Local data-protection and safeguarding rules apply: have somebody who knows them check it."
      wide
    >
      <form class="space-y-4" @submit.prevent="save()">
        <FormField v-model="values.text" label="Notice" multiline :error="errorOf('notice')" />
        <FormRefusal :refusal="refusal" :said-by-fields="['notice']" />
        <div class="sticky -bottom-6 -mx-6 -mb-6 flex flex-wrap justify-end gap-3 bg-card px-6 pt-3 pb-6">
          <BaseButton class="mr-auto" :disabled="session.me?.notice === null" @click="save('default')">
            Default
          </BaseButton>
          <BaseButton @click="editing = false">Cancel</BaseButton>
          <BaseButton tone="action" type="submit" :busy="busy">Save</BaseButton>
        </div>
      </form>
    </BaseDialog>
    <Teleport to="body">
      <div v-if="paper" class="paper">
        <h1>{{ session.me?.studioName }}</h1>
        <p class="notice">{{ paper }}</p>
        <p>Read, on ______________ by ____________________________</p>
      </div>
    </Teleport>
  </section>
</template>

<style scoped>
.paper {
  color: #000;
  max-width: 640px;
}
.paper h1 {
  font-size: 22px;
}
.notice {
  white-space: pre-line;
  margin: 12px 0 40px;
}
</style>
