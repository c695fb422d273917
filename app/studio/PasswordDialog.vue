<script setup lang="ts">
import { changePasswordBody } from '#shared/contracts/people/accounts'

/** Changes the password of whoever is signed in. */
const open = defineModel<boolean>('open', { required: true })
const api = useApi()
const toasts = useToasts()
const { values, changed, busy, refusal, errorOf, submit } = useWriteForm({
  schema: changePasswordBody,
  open,
  values: () => ({ presentPassword: '', newPassword: '' }),
  body: passwords => passwords,
  send: body => api.call('POST /api/me/password', { body }),
})
async function save() {
  if (!(await submit())) return
  open.value = false
  toasts.say('The password is changed. Other devices have to sign in again.')
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    title="Change your password"
    about="You stay signed in here; every other device has to sign in again."
  >
    <form class="space-y-4" @submit.prevent="save">
      <FormField
        v-model="values.presentPassword"
        label="Current password"
        type="password"
        autocomplete="current-password"
        :error="errorOf('presentPassword')"
      />
      <FormField
        v-model="values.newPassword"
        label="New password"
        type="password"
        autocomplete="new-password"
        hint="at least 12 characters; a few words in a row are good"
        :error="errorOf('newPassword')"
      />
      <FormRefusal :refusal="refusal" :said-by-fields="['presentPassword', 'newPassword']" />
      <DialogActions action="Change password" :busy="busy" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
