import { z } from 'zod'
import { slot } from '../../phrases'
import { deviceKindWords, idSchema } from '../../bench'
import type { BenchState, Change, Device } from '../../bench'
import { marked } from '../../fields'
import { assertNever, own } from '../../result'
import { choicePart, partOf, say } from '../../sentence'
import { together, find, click } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { fault } from '../finding'
import { stepIssue } from '../issues'
import type { Names } from '../names'

export const PLAYER_ACTS = ['play', 'pause', 'toggle', 'next', 'previous', 'playlist'] as const

/** A player by its id, or the first one that is there. */
const playerIdSchema = marked(z.union([idSchema, z.literal('')]), { refers: 'device' })

const actWords = {
  play: 'Plays on',
  pause: 'Pauses',
  toggle: 'Plays or pauses',
  next: 'Goes to the next track on',
  previous: 'Goes to the previous track on',
}

export const controlPlayer = defineStep({
  kind: 'player.control',
  label: 'Play music',
  help: 'Play, pause, the other way, the next or previous track, or a playlist from its beginning.',
  nature: 'device',
  phrases: [
    { say: 'play [the] [playlist] {playlist}', gives: { act: 'playlist', playlistId: slot('playlist') } },
    { say: 'play [the] [music]', gives: { act: 'play' } },
    { say: 'pause|stop [the] music', gives: { act: 'pause' } },
    { say: 'pause', gives: { act: 'pause' }, isHeardOnly: true },
    { say: 'play or pause [the] [music]', gives: { act: 'toggle' } },
    { say: '[play] [the] next track', gives: { act: 'next' } },
    { say: '[play] [the] previous|last track', gives: { act: 'previous' } },
  ],
  fields: { deviceId: playerIdSchema, act: z.enum(PLAYER_ACTS), playlistId: idSchema.optional() },
  fresh: { deviceId: '', act: 'toggle' },
  devicesMeant: ({ deviceId }, bench) => [playerOf(bench, deviceId)?.id ?? []].flat(),
  sentence({ deviceId, act, playlistId }, names) {
    const player =
      deviceId === '' ? 'the player' : (own(names.devices ?? {}, deviceId)?.name ?? `the player “${deviceId}”`)
    const playing = partOf('deviceId', player, 'device')
    if (act !== 'playlist') return say`${choicePart('act', act, actWords)} ${playing}.`
    const lists = Object.fromEntries(
      (own(names.devices ?? {}, deviceId)?.playlists ?? []).map(({ id, name }) => [id, name]),
    )
    const list = choicePart('playlistId', playlistId ?? '', lists, playlistName(deviceId, playlistId ?? '', names))
    return say`Plays ${list} on ${playing}.`
  },
  lint({ deviceId, act, playlistId = '' }, bench) {
    const player = playerOf(bench, deviceId)
    if (!player) return [fault('deviceId', noPlayer())]
    if (act !== 'playlist' || player.playlists?.some(({ id }) => id === playlistId)) return []
    return [fault('playlistId', playlistMissing(player, playlistId))]
  },
  byHand: () => together(find, click),
  perform({ deviceId, act, playlistId = '' }, bench) {
    const player = playerOf(bench, deviceId)
    if (!player) return failed([noPlayer()])
    const playlist = act === 'playlist' ? playlistId : own(player.controls, 'playlist')?.value
    const tracks = player.playlists?.find(({ id }) => id === playlist)?.tracks ?? []
    if (act === 'playlist' && tracks.length === 0) return failed([playlistMissing(player, playlistId)])
    const set = (controlId: string, value: boolean | number | string): Change => ({
      kind: 'device.set',
      deviceId: player.id,
      controlId,
      value,
    })
    const isPlaying = own(player.controls, 'playing')?.value === true
    const track = Number(own(player.controls, 'track')?.value ?? 1)
    const count = Math.max(1, tracks.length)
    const titled = (number: number) => tracks[number - 1] ?? `track ${number}`
    switch (act) {
      case 'play':
      case 'pause':
      case 'toggle': {
        const plays = act === 'toggle' ? !isPlaying : act === 'play'
        const note = plays ? `${player.name} plays ${titled(track)}.` : `${player.name} is paused.`
        return { kind: 'done', changes: [set('playing', plays)], note }
      }
      case 'next':
      case 'previous': {
        const to = act === 'next' ? (track % count) + 1 : ((track + count - 2) % count) + 1
        return { kind: 'done', changes: [set('track', to)], note: `${player.name} is at ${titled(to)}.` }
      }
      case 'playlist':
        return {
          kind: 'done',
          changes: [set('playlist', playlistId), set('track', 1), set('playing', true)],
          note: `${player.name} plays ${titled(1)}.`,
        }
      default:
        return assertNever(act)
    }
  },
})

/** The player that is meant: by its id, or the first one that is plugged in. */
export function playerOf(bench: Pick<BenchState, 'devices'>, deviceId: string): Device | undefined {
  const isThere = (device: Device | undefined) => device?.kind === 'player' && device.plugged !== false
  const named = own(bench.devices, deviceId)
  if (deviceId !== '') return isThere(named) ? named : undefined
  return Object.values(bench.devices).find(isThere)
}

function noPlayer() {
  return stepIssue({ code: 'device-missing', kind: `is no ${deviceKindWords.player.one}` })
}

function playlistMissing({ name, playlists = [] }: Device, playlist: string) {
  return stepIssue({ code: 'playlist-missing', device: name, playlist, known: playlists.map((entry) => entry.name) })
}

function playlistName(deviceId: string, playlistId: string, names: Names): string {
  const player = playerOf({ devices: names.devices ?? {} }, deviceId)
  return player?.playlists?.find(({ id }) => id === playlistId)?.name ?? 'a playlist'
}
