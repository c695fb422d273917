<script setup lang="ts">
import type { AccountRow } from '#shared/contracts/people/answers'

/** Who signs in to the studio, for its owner. */
const { data, error, reload } = useLoaded('GET /api/accounts', () => ({}))
const writes = useWrites()
const session = useSession()
const toasts = useToasts()
const open = ref(false)
const chosen = shallowRef<AccountRow | null>(null)
/** Whose student is handed over, and who is taken out. */
const handing = shallowRef<AccountRow | null>(null)
const removing = shallowRef<AccountRow | null>(null)
async function remove() {
  const account = removing.value!
  try {
    await writes.send('POST /api/accounts/:id/remove', { id: account.id, body: {} })
    removing.value = null
    await reload()
    toasts.say(`${account.name} is removed. Past lessons keep their name.`)
  } catch (refusal) {
    removing.value = null
    toasts.say((refusal as Error).message, { tone: 'trouble' })
  }
}

function edit(account: AccountRow | null) {
  chosen.value = account
  open.value = true
}
async function write(change: () => Promise<unknown>) {
  try {
    await change()
    await reload()
    return true
  } catch (refusal) {
    toasts.say((refusal as Error).message, { tone: 'trouble' })
    return false
  }
}
async function suspend(account: AccountRow, suspended: boolean) {
  const suspending = () => writes.send('PUT /api/accounts/:id/suspended', { id: account.id, body: { suspended } })
  if ((await write(suspending)) && suspended) {
    toasts.say(
      `${account.name} is signed out everywhere and can no longer sign in. Their students and lessons are kept.`,
      { action: { label: 'Reactivate', run: () => void suspend(account, false) } },
    )
  }
}
async function changeRole(account: AccountRow) {
  const role = account.role === 'owner' ? 'teacher' : 'owner'
  if (await write(() => writes.send('PUT /api/accounts/:id/role', { id: account.id, body: { role } })))
    toasts.say(`${account.name} is ${role === 'owner' ? 'an owner' : 'a teacher'} now and signs in again.`)
}
const actionsFor = (account: AccountRow) => [
  { label: 'Reset the password', run: () => edit(account) },
  ...(account.id === session.me?.userId || account.role === 'student'
    ? []
    : [{ label: account.role === 'owner' ? 'Make a teacher' : 'Make an owner', run: () => void changeRole(account) }]),
  ...(account.id === session.me?.userId
    ? []
    : [{ label: account.suspended ? 'Reactivate' : 'Suspend', run: () => void suspend(account, !account.suspended) }]),
  ...(account.role === 'student' || (data.value?.length ?? 0) < 2
    ? []
    : [{ label: 'Hand a student over', run: () => (handing.value = account) }]),
  ...(account.id === session.me?.userId || account.role === 'student'
    ? []
    : [{ label: 'Remove', run: () => (removing.value = account) }]),
]
</script>

<template>
  <section class="mt-10">
    <div class="flex flex-wrap items-center gap-3 mb-3">
      <h2 class="text-xl mr-auto">Accounts</h2>
      <BaseButton @click="edit(null)"> Add an account </BaseButton>
    </div>
    <LoadState v-if="!data" :error="error" @retry="reload" />
    <ul v-else class="divide-y divide-line border-y border-line">
      <li v-for="account in data" :key="account.id" class="flex flex-wrap items-center gap-x-4 gap-y-1 py-3">
        <div class="flex-1 basis-64">
          <p class="font-bold">
            {{ account.name }}<span v-if="account.id === session.me?.userId" class="font-normal text-soft"> (you)</span>
          </p>
          <p class="text-soft">signs in as {{ account.signInName }} · {{ account.role }}</p>
        </div>
        <p v-if="account.suspended" class="border-l-4 border-attention pl-2">suspended</p>
        <ActionMenu label="Change" :items="actionsFor(account)" />
      </li>
    </ul>
    <HandOverDialog
      v-if="handing"
      :key="handing.id"
      :open="true"
      :from="handing"
      :accounts="data ?? []"
      @update:open="handing = null"
      @saved="reload"
    />
    <BaseDialog
      :open="removing !== null"
      :title="`Remove ${removing?.name}?`"
      about="They can no longer sign in. Hand over their students first; past lessons are kept."
      @update:open="removing = null"
    >
      <form @submit.prevent="remove">
        <DialogActions action="Remove" @cancel="removing = null" />
      </form>
    </BaseDialog>
    <AccountDialog v-model:open="open" :account="chosen" @saved="reload" />
  </section>
</template>
