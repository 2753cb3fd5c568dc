<script setup lang="ts">
import { useWake } from '~/bench/useWake'
import { useKeyFeed } from '~/keys/useLiveKeys'
import { useFeedback } from '~/levers/useFeedback'
import { useHistoryKeys } from '~/levers/useHistoryKeys'
import { useLiveEvents } from '~/live/useLiveEvents'
import { useMirror } from '~/live/useMirror'
import QuestionBoard from '~/questions/QuestionBoard.vue'
import QuestionLine from '~/questions/QuestionLine.vue'
import RecorderLine from '~/recorder/RecorderLine.vue'
import { useRecorderKeys } from '~/recorder/useRecorder'
import { useTheme } from '~/page/useTheme'
import { titleOf } from '~/page/views'
import BenchStrip from './BenchStrip.vue'
import BoardLine from './BoardLine.vue'
import HelpSheet from './HelpSheet.vue'
import InputBoard from './InputBoard.vue'
import NoticeLine from './NoticeLine.vue'
import TileStrip from './TileStrip.vue'
import TopBar from './TopBar.vue'
import TurntableLayer from '~/turntables/TurntableLayer.vue'
import { useFolderNotices } from './useFolderNotices'
import { useHandNews } from './useHandNews'
import { useRackKey } from './useRackKey'
import { useViewsAhead } from './useViewsAhead'
import WaitLine from './WaitLine.vue'

useTheme()
useLiveEvents()
useWake()
// Before the keys go anywhere: those of the recorder are in no recording.
useRecorderKeys()
useKeyFeed()
useFeedback()
useHistoryKeys()
useRackKey()
useFolderNotices()
useHandNews()
useViewsAhead()
const mirror = useMirror()
const route = useRoute()
useHead({ title: () => titleOf(route.path) })
</script>

<template>
  <div class="shell">
    <TopBar />
    <main>
      <BoardLine />
      <QuestionBoard />
      <InputBoard />
      <p v-if="mirror.phase === 'loading'" class="empty" role="status">Reading the levers and the bench…</p>
      <slot v-else />
    </main>
    <footer>
      <RecorderLine />
      <WaitLine />
      <QuestionLine />
      <NoticeLine />
      <TileStrip />
      <BenchStrip />
    </footer>
    <HelpSheet />
    <TurntableLayer />
  </div>
</template>

<style scoped>
.shell {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  grid-template-columns: minmax(0, 1fr);
  height: 100%;
}
main {
  position: relative;
  min-height: 0;
  overflow: hidden;
}
</style>
