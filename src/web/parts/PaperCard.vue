<script setup lang="ts">
defineProps<{ title?: string; look?: 'card' | 'bell' | 'ember' | 'leaf' }>();
</script>

<template>
  <section
    class="rounded-card p-4"
    :class="{
      'border border-line bg-card': !look || look === 'card',
      'bg-bell-ground text-on-bell': look === 'bell',
      'border border-ember/20 bg-ember-mist': look === 'ember',
      'border border-leaf/20 bg-leaf-mist': look === 'leaf',
    }"
  >
    <h2 v-if="title" class="mb-3 text-lg">{{ title }}</h2>
    <slot />
  </section>
</template>
