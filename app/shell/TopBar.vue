<script setup lang="ts">
import { computed } from 'vue'
import { countOf } from '~~/core/names'
import { useRouter } from 'vue-router'
import LauncherBoard from '~/launcher/LauncherBoard.vue'
import KeyboardChoice from '~/keys/KeyboardChoice.vue'
import { useLiveKeys } from '~/keys/useLiveKeys'
import { useMirror } from '~/live/useMirror'
import { VIEWS } from '~/page/views'
import { themeNames, useTheme } from '~/page/useTheme'
import KeenMark from './KeenMark.vue'

const views = VIEWS.filter(({ isInBar }) => isInBar)
const router = useRouter()
const liveKeys = useLiveKeys()
const mirror = useMirror()
const appearance = useTheme()
const themeName = computed(() => themeNames[appearance.theme])

/** Where the settings have a theme for all, it is changed there; else this browser's own. */
function nextTheme(): void {
  if (appearance.isForAll) void router.push('/settings')
  else appearance.own = appearance.next()
}
</script>

<template>
  <header class="bar">
    <NuxtLink to="/levers" class="mark">
      <KeenMark />
      <span>Keen Lever</span>
    </NuxtLink>
    <nav aria-label="Views">
      <NuxtLink
        v-for="view in views"
        :key="view.to"
        :to="view.to"
        :class="{ here: $route.path.startsWith(view.to) }"
        :aria-current="$route.path.startsWith(view.to) ? 'page' : undefined"
      >
        {{ view.name
        }}<span
          v-if="view.to === '/check-up' && mirror.checkUp.faults > 0"
          class="count"
          :title="`${countOf(mirror.checkUp.faults, 'fault')} found`"
          >!{{ mirror.checkUp.faults > 999 ? '999+' : mirror.checkUp.faults }}</span
        ><span
          v-if="view.to === '/ledger' && mirror.noticing.count > 0"
          class="noticed"
          :title="`${countOf(mirror.noticing.count, 'thing')} noticed, see Worth a key`"
          >+{{ mirror.noticing.count }}</span
        >
      </NuxtLink>
    </nav>
    <LauncherBoard />
    <span v-if="mirror.phase === 'cut-off'" class="fault away" role="status"
      >The server does not answer; trying again…</span
    >
    <label class="live">
      <ElSwitch v-model="liveKeys.on" style="--el-switch-on-color: var(--live-fill)" aria-label="Live keys" />
      <span>Live keys {{ liveKeys.on ? 'on' : 'off' }}</span>
    </label>
    <KeyboardChoice
      v-if="liveKeys.on"
      class="live"
      :model-value="liveKeys.keyboardId || undefined"
      label="Which keyboard these keys come from"
      @update:model-value="liveKeys.keyboardId = $event ?? ''"
    />
    <ElButton class="theme" :aria-label="`Theme: ${themeName}. Change it.`" @click="nextTheme">
      {{ themeName }}
    </ElButton>
    <NuxtLink
      to="/settings"
      class="settings"
      :class="{ here: $route.path === '/settings' }"
      :aria-current="$route.path === '/settings' ? 'page' : undefined"
    >
      Settings
    </NuxtLink>
  </header>
</template>

<style scoped>
.count,
.noticed {
  margin-left: 4px;
  color: var(--fault);
  font: 600 13px var(--engraved);
}
.noticed {
  color: var(--live);
}
.bar {
  display: flex;
  align-items: center;
  gap: 10px;
  height: 44px;
  padding: 0 16px;
  border-bottom: 2px solid var(--ink);
  background: var(--ground);
}
.mark {
  display: flex;
  align-items: center;
  gap: 7px;
  color: var(--ink);
  text-decoration: none;
  font: 600 17px var(--engraved);
  white-space: nowrap;
}
nav {
  display: flex;
  align-self: stretch;
  gap: 2px;
}
.settings,
nav a {
  display: flex;
  align-items: center;
  padding: 2px 7px 0;
  color: var(--ink);
  text-decoration: none;
  white-space: nowrap;
  font: 600 15px var(--engraved);
  border-bottom: 4px solid transparent;
  margin-bottom: -2px;
}
.settings:hover,
nav a:hover {
  background: var(--sunken);
}
.settings.here,
nav a.here {
  border-bottom-color: var(--live-fill);
}
.live {
  display: flex;
  align-items: center;
  gap: 7px;
  font: 600 14px var(--engraved);
  white-space: nowrap;
  min-width: 118px;
}
/* Whoever types there needs the room. */
.bar:has(.launcher:focus-within) > :where(.live, .theme, .settings) {
  display: none;
}
/* No key is live without the server: what is said of it takes the room of the switch. */
.away {
  flex: none;
  white-space: nowrap;
}
.bar:has(.away) > .live {
  display: none;
}
.bar:has(.launcher:focus-within) > .away {
  flex: 0 1 auto;
  overflow: hidden;
  text-overflow: ellipsis;
}
.settings {
  align-self: stretch;
}
.theme {
  min-width: 96px;
}
</style>
