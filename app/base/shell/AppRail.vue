<script setup lang="ts">
import {
  AdjustmentsHorizontalIcon,
  ArrowRightStartOnRectangleIcon,
  BookOpenIcon,
  CalendarDaysIcon,
  MoonIcon,
  SunIcon,
  UsersIcon,
  WrenchScrewdriverIcon,
} from '@heroicons/vue/24/outline'

/** The places of the studio: a rail on wide screens, a bar at the foot on phones. */
const places = [
  { to: '/', label: 'Today', icon: CalendarDaysIcon },
  { to: '/students', label: 'Students', icon: UsersIcon },
  { to: '/bench', label: 'Bench', icon: AdjustmentsHorizontalIcon },
  { to: '/shelf', label: 'Shelf', icon: BookOpenIcon },
  { to: '/studio', label: 'Studio', icon: WrenchScrewdriverIcon },
]
const route = useRoute()
const here = (to: string) => (to === '/' ? route.path === '/' : route.path.startsWith(to))
const colorMode = useColorMode()
const session = useSession()
const api = useApi()
const toasts = useToasts()
const evening = computed(() => colorMode.value === 'dark')
const turnLight = () => {
  colorMode.preference = evening.value ? 'light' : 'dark'
}
async function signOut() {
  try {
    await api.call('POST /api/sign-out', { body: {} })
    session.me = null
    await navigateTo('/sign-in')
  } catch (error) {
    toasts.say((error as Error).message, { tone: 'trouble' })
  }
}
</script>

<template>
  <nav
    aria-label="Places"
    class="screen-only z-20 bg-rail border-line max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:border-t max-md:flex max-md:h-16 max-md:items-center md:sticky md:top-0 md:h-dvh md:w-24 md:border-r md:flex md:flex-col md:py-4 md:px-2 md:gap-1 md:shrink-0"
  >
    <p class="max-md:hidden font-head font-bold text-lg text-action dark:text-ink text-center mb-4">Fidactyl</p>
    <NuxtLink
      v-for="place in places"
      :key="place.to"
      :to="place.to"
      :aria-current="here(place.to) ? 'page' : undefined"
      class="flex flex-col items-center gap-0.5 rounded-md py-2 text-sm max-md:text-xs max-md:flex-1 max-md:min-w-0"
      :class="
        here(place.to)
          ? 'md:bg-card md:border md:border-line font-bold text-ink'
          : 'text-soft hover:text-ink border border-transparent'
      "
    >
      <component :is="place.icon" class="size-6" aria-hidden="true" />
      {{ place.label }}
    </NuxtLink>
    <div class="md:mt-auto flex md:flex-col items-center md:gap-1">
      <button
        type="button"
        class="min-h-11 min-w-10 md:min-w-11 flex items-center justify-center rounded-md text-soft hover:text-ink"
        :aria-label="evening ? 'Light theme' : 'Dark theme'"
        :title="evening ? 'Light theme' : 'Dark theme'"
        @click="turnLight"
      >
        <component :is="evening ? SunIcon : MoonIcon" class="size-6" aria-hidden="true" />
      </button>
      <button
        type="button"
        class="min-h-11 min-w-10 md:min-w-11 flex items-center justify-center rounded-md text-soft hover:text-ink"
        aria-label="Sign out"
        :title="`Sign out ${session.me?.name ?? ''}`"
        @click="signOut"
      >
        <ArrowRightStartOnRectangleIcon class="size-6" aria-hidden="true" />
      </button>
    </div>
  </nav>
</template>
