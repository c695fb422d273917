<script setup lang="ts">
import { addAccountBody, resetPasswordBody } from '#shared/contracts/people/accounts'
import type { AccountRow } from '#shared/contracts/people/answers'

/** Adds somebody who signs in to the studio, or gives somebody a new password. */
const props = defineProps<{ account: AccountRow | null }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()
const toasts = useToasts()
const adding = useWriteForm({
  schema: addAccountBody,
  open,
  values: () => ({ displayName: '', signInName: '', password: '', role: 'teacher' as 'teacher' | 'owner' }),
  body: account => account,
  send: body => writes.send('POST /api/accounts', { body }),
})
const resetting = useWriteForm({
  schema: resetPasswordBody,
  open,
  values: () => ({ password: '' }),
  body: passwords => passwords,
  send: body => writes.send('PUT /api/accounts/:id/password', { id: props.account!.id, body }),
})
const form = computed(() => (props.account ? resetting : adding))
async function save() {
  const { account } = props
  if (!(await form.value.submit())) return
  open.value = false
  toasts.say(
    account
      ? `${account.name} signs in with the new password from now on.`
      : `${adding.values.displayName} can sign in as ${adding.values.signInName}.`,
  )
  emit('saved')
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="form.changed.value"
    :title="account ? `A new password for ${account.name}` : 'Add an account'"
    :about="
      account
        ? 'Every device they are signed in on has to sign in again.'
        : 'A teacher sees their own students only; an owner manages the accounts as well.'
    "
  >
    <form class="space-y-4" @submit.prevent="save">
      <template v-if="!account">
        <FormField v-model="adding.values.displayName" label="Name" :error="form.errorOf('displayName')" />
        <FormField
          v-model="adding.values.signInName"
          label="Sign-in name"
          hint="letters, digits, dots and dashes"
          :error="form.errorOf('signInName')"
        />
        <BaseChips
          v-model="adding.values.role"
          label="Role"
          :options="[
            { value: 'teacher', label: 'Teacher' },
            { value: 'owner', label: 'Owner' },
          ]"
        />
      </template>
      <FormField
        v-model="form.values.password"
        label="Password"
        type="password"
        autocomplete="new-password"
        hint="at least 12 characters; hand it over in person, they can change it in Studio"
        :error="form.errorOf('password')"
      />
      <FormRefusal :refusal="form.refusal.value" :said-by-fields="['displayName', 'signInName', 'password']" />
      <DialogActions :action="account ? 'Reset password' : 'Add'" :busy="form.busy.value" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
