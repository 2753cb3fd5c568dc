<script setup lang="ts">
import type { Component } from 'vue'
import Aperture from '~icons/tabler/aperture'
import AppWindow from '~icons/tabler/app-window'
import BuildingArch from '~icons/tabler/building-arch'
import CalendarTime from '~icons/tabler/calendar-time'
import ChartDots from '~icons/tabler/chart-dots-3'
import CloudFog from '~icons/tabler/cloud-fog'
import Engine from '~icons/tabler/engine'
import Focus from '~icons/tabler/focus-2'
import Folders from '~icons/tabler/folders'
import Map from '~icons/tabler/map-2'
import Notebook from '~icons/tabler/notebook'
import Presentation from '~icons/tabler/presentation'
import Terminal from '~icons/tabler/terminal-2'
import World from '~icons/tabler/world'

/** The icon of a program, by the name its description gives. */
const { name } = defineProps<{ name: string | undefined }>()

const icons: Record<string, Component> = {
  'aperture': Aperture, 'building-arch': BuildingArch, 'calendar-time': CalendarTime, 'chart-dots-3': ChartDots, 'cloud-fog': CloudFog, 'engine': Engine,
  'focus-2': Focus, 'folders': Folders, 'map-2': Map, 'notebook': Notebook, 'presentation': Presentation, 'terminal-2': Terminal, 'world': World,
}
</script>

<template>
  <component
    :is="icons[name ?? ''] ?? AppWindow"
    class="icon"
    aria-hidden="true"
  />
</template>
