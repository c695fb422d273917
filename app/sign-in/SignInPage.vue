<script setup lang="ts">
definePageMeta({ layout: 'bare' })
useHead({ title: 'Sign in · Fidactyl' })

const api = useApi()
const session = useSession()
const { busy, error, attempt } = useAttempt()
const [name, password] = [ref(''), ref('')]
const wanted = useRoute().query.to

async function submit() {
  const body = { name: name.value, password: password.value }
  const signedIn = await attempt(() => api.call('POST /api/sign-in', { body }))
  if (!signedIn) return
  session.me = signedIn.done
  // Only a path of this studio: an address from outside must not lead away.
  await navigateTo(typeof wanted === 'string' && /^\/(?![/\\])/.test(wanted) ? wanted : '/')
}
</script>

<template>
  <div class="min-h-dvh grid lg:grid-cols-[minmax(0,1fr)_minmax(0,28rem)]">
    <div class="max-lg:hidden bg-rail border-r border-line p-14 flex flex-col justify-between overflow-hidden">
      <p class="font-head font-bold text-2xl text-action dark:text-ink">Fidactyl</p>
      <SignInPicture class="w-full max-w-2xl" />
      <p class="text-soft max-w-prose text-lg">
        Technique drills for guitar: fitted to the student’s hand, with tempo targets, tracked from lesson to lesson.
      </p>
    </div>
    <div class="flex items-center p-8">
      <form class="w-full max-w-sm mx-auto space-y-4" novalidate @submit.prevent="submit">
        <p class="lg:hidden font-head font-bold text-2xl text-action dark:text-ink">Fidactyl</p>
        <h1 class="text-2xl">Sign in to your studio</h1>
        <FormField
          v-model="name"
          label="Name"
          autocomplete="username"
          :error="error?.path === 'name' ? error.message : ''"
        />
        <FormField
          v-model="password"
          label="Password"
          type="password"
          autocomplete="current-password"
          :error="error?.path === 'password' ? error.message : ''"
        />
        <FormRefusal :refusal="error" :said-by-fields="['name', 'password']" />
        <BaseButton tone="action" type="submit" class="w-full" :busy="busy"> Sign in </BaseButton>
      </form>
    </div>
  </div>
</template>
