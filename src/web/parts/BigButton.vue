<script setup lang="ts">
/** The button of a screen. `say` is the one thing Bluebell asks for; `plain` stands beside it. */
withDefaults(defineProps<{ look?: 'say' | 'plain' | 'onBell'; type?: 'button' | 'submit'; keyCap?: string }>(), {
  look: 'plain',
  type: 'button',
});
</script>

<template>
  <button
    :type="type"
    class="flex min-h-14 min-w-0 flex-wrap items-center justify-center gap-x-2 rounded-control border px-4 py-2 text-center text-lg leading-tight font-semibold disabled:opacity-50"
    :class="{
      'border-transparent bg-bell-ground text-on-bell hover:brightness-110': look === 'say',
      'border-line bg-card text-ink hover:bg-mist': look === 'plain',
      'border-transparent bg-white text-[#20233a] hover:bg-[#ecebf8]': look === 'onBell',
    }"
  >
    <slot />
    <kbd
      v-if="keyCap"
      aria-hidden="true"
      class="hidden rounded-md border border-current/30 px-1.5 text-xs font-normal opacity-70 [@media(pointer:fine)]:inline"
      >{{ keyCap }}</kbd
    >
  </button>
</template>
