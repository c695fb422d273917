<script setup lang="ts">
import { changePasswordBody } from '#shared/contracts/accounts'
import { check } from '#core/spec/problem'

/** Changes the password of whoever is signed in. */
const open = defineModel<boolean>('open', { required: true })
const api = useApi()
const toasts = useToasts()
const present = ref('')
const next = ref('')
const busy = ref(false)
const refusal = ref<{ path?: string, message: string } | null>(null)
const errorOf = (path: string) => (refusal.value?.path === path ? refusal.value.message : '')
watch(open, (now) => {
  if (!now) return
  present.value = next.value = ''
  refusal.value = null
})
async function save() {
  const checked = check(changePasswordBody, { presentPassword: present.value, newPassword: next.value })
  refusal.value = checked.ok ? null : checked.error
  if (!checked.ok) return
  busy.value = true
  try {
    await api.post('/api/me/password', checked.value)
    open.value = false
    toasts.say('The password is changed. Other devices have to sign in again.')
  }
  catch (error) {
    refusal.value = error as ApiError
  }
  finally {
    busy.value = false
  }
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    title="Change your password"
    about="You stay signed in here; every other device has to sign in again."
  >
    <form
      class="space-y-4"
      @submit.prevent="save"
    >
      <FormField
        v-model="present"
        label="Present password"
        type="password"
        autocomplete="current-password"
        :error="errorOf('presentPassword')"
      />
      <FormField
        v-model="next"
        label="New password"
        type="password"
        autocomplete="new-password"
        hint="at least 12 characters; a few words in a row are good"
        :error="errorOf('newPassword')"
      />
      <FormRefusal
        :refusal="refusal"
        :said-by-fields="['presentPassword', 'newPassword']"
      />
      <DialogActions
        action="Change it"
        :busy="busy"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
