<template>
  <svg viewBox="0 0 32 32" fill="none" aria-hidden="true" class="size-7">
    <path d="M22 3c-5 0-8.5 2-10 5.5" class="stroke-leaf" stroke-width="2.4" stroke-linecap="round" />
    <path
      d="M12 8c-4.600 1-6.600 5-6.200 10.200.2 2.900-.8 5-2.800 6.800 2.600.5 4.300-.2 5.600-1.800.4 2.400 1.600 4.200 3.400 5.300 1.800-1.100 3-2.900 3.400-5.300 1.300 1.600 3 2.300 5.600 1.800-2-1.800-3-3.900-2.800-6.800C18.600 13 16.600 9 12 8Z"
      class="fill-bell"
    />
  </svg>
</template>
