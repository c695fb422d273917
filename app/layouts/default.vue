<template>
  <div class="md:flex min-h-dvh">
    <a href="#main" class="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-card focus:p-3"
      >Skip to the page</a
    >
    <AppRail />
    <main id="main" class="flex-1 min-w-0 max-md:pb-20">
      <slot />
    </main>
  </div>
</template>
