<template>
  <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true">
    <path d="M3 19h16M7 19 14.5 4.5" fill="none" stroke="currentColor" stroke-width="2.4" stroke-linecap="square" />
    <path d="m12.6 3.2 4 2.1-1.2 2.3-4-2.1z" fill="var(--live-fill)" />
    <path d="M3.5 19a4 4 0 0 1 7.4 0" fill="none" stroke="currentColor" stroke-width="1.6" />
  </svg>
</template>
