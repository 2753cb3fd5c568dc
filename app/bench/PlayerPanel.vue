<script setup lang="ts">
import { computed } from 'vue'
import { own } from '~~/core/result'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import IconPause from '~icons/tabler/player-pause'
import IconPlay from '~icons/tabler/player-play'
import IconNext from '~icons/tabler/player-track-next'
import IconPrevious from '~icons/tabler/player-track-prev'
import { useBenchActs } from './useBenchActs'

/** What plays: each player of the bench with its playlist, track by track. */
const mirror = useMirror()
const acts = useBenchActs()
const players = computed(() =>
  Object.values(mirror.bench.devices)
    .filter(({ kind, plugged }) => kind === 'player' && plugged !== false)
    .map((device) => {
      const playlistId = String(own(device.controls, 'playlist')?.value ?? '')
      const playlist = device.playlists?.find(({ id }) => id === playlistId)
      const track = Number(own(device.controls, 'track')?.value ?? 1)
      return {
        id: device.id,
        name: device.name,
        isPlaying: own(device.controls, 'playing')?.value === true,
        playlistId,
        tracks: playlist?.tracks ?? [],
        track,
        playlists: (device.playlists ?? []).map(({ id, name }) => ({ value: id, name })),
      }
    }),
)
</script>

<template>
  <aside class="inspector" aria-label="Player">
    <section v-for="player in players" :key="player.id" class="player">
      <h2 class="head">{{ player.name }}</h2>
      <ChoiceSelect
        :model-value="player.playlistId"
        size="small"
        :label="`Playlist of ${player.name}`"
        :options="player.playlists"
        @update:model-value="
          acts.act({ kind: 'player.control', deviceId: player.id, act: 'playlist', playlistId: $event })
        "
      />
      <div class="buttons">
        <ElButton
          size="small"
          aria-label="Previous track"
          @click="acts.act({ kind: 'player.control', deviceId: player.id, act: 'previous' })"
        >
          <IconPrevious class="icon" />
        </ElButton>
        <ElButton
          size="small"
          :aria-label="player.isPlaying ? 'Pause' : 'Play'"
          @click="acts.act({ kind: 'player.control', deviceId: player.id, act: 'toggle' })"
        >
          <component :is="player.isPlaying ? IconPause : IconPlay" class="icon" />
          {{ player.isPlaying ? 'Pause' : 'Play' }}
        </ElButton>
        <ElButton
          size="small"
          aria-label="Next track"
          @click="acts.act({ kind: 'player.control', deviceId: player.id, act: 'next' })"
        >
          <IconNext class="icon" />
        </ElButton>
      </div>
      <ol>
        <li v-for="(name, i) in player.tracks" :key="i" :class="{ now: i + 1 === player.track }">
          <span class="soft">{{ i + 1 }}</span> {{ name }}
          <span v-if="i + 1 === player.track" class="soft">{{ player.isPlaying ? 'plays' : 'paused' }}</span>
        </li>
      </ol>
    </section>
    <p v-if="players.length === 0" class="soft">
      No player is on the bench. Describe one under Devices, with the controls playing, playlist and track.
    </p>
  </aside>
</template>

<style scoped>
.player {
  display: grid;
  gap: 8px;
}
.buttons {
  display: flex;
  gap: 6px;
}
.buttons .el-button {
  margin: 0;
}
li {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr) auto;
  gap: 6px;
  padding: 3px 6px;
  border-left: 3px solid transparent;
}
li.now {
  border-left-color: var(--live);
  background: var(--sunken);
}
</style>
