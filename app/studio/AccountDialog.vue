<script setup lang="ts">
import { addAccountBody, resetPasswordBody } from '#shared/contracts/people/accounts'
import type { AccountRow } from '#shared/contracts/people/answers'

/** Adds somebody who signs in to the studio, or gives somebody a new password. */
const props = defineProps<{ account: AccountRow | null }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()
const toasts = useToasts()
const displayName = ref('')
const signInName = ref('')
const password = ref('')
const role = ref<'teacher' | 'owner'>('teacher')
const adding = useWrite(addAccountBody)
const resetting = useWrite(resetPasswordBody)
const form = computed(() => (props.account ? resetting : adding))
watch(open, now => {
  if (!now) return
  adding.clear()
  resetting.clear()
  displayName.value = signInName.value = password.value = ''
  role.value = 'teacher'
})
async function save() {
  const { account } = props
  const done = account
    ? await resetting.write({ password: password.value }, body =>
        writes.send('PUT /api/accounts/:id/password', { id: account.id, body }),
      )
    : await adding.write(
        { displayName: displayName.value, signInName: signInName.value, password: password.value, role: role.value },
        body => writes.send('POST /api/accounts', { body }),
      )
  if (!done) return
  open.value = false
  toasts.say(
    account
      ? `${account.name} signs in with the new password from now on.`
      : `${displayName.value} can sign in as ${signInName.value}.`,
  )
  emit('saved')
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :title="account ? `A new password for ${account.name}` : 'Add an account'"
    :about="
      account
        ? 'Every device they are signed in on has to sign in again.'
        : 'A teacher sees their own students only; an owner manages the accounts as well.'
    "
  >
    <form class="space-y-4" @submit.prevent="save">
      <template v-if="!account">
        <FormField v-model="displayName" label="Name" :error="form.errorOf('displayName')" />
        <FormField
          v-model="signInName"
          label="Sign-in name"
          hint="letters, digits, dots and dashes"
          :error="form.errorOf('signInName')"
        />
        <BaseChips
          v-model="role"
          label="Role"
          :options="[
            { value: 'teacher', label: 'Teacher' },
            { value: 'owner', label: 'Owner' },
          ]"
        />
      </template>
      <FormField
        v-model="password"
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
