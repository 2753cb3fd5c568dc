import { desktopCount, desktopOf, displayOf, frontWindow, shownDesktop, stackedWindows } from '../bench'
import type { BenchState } from '../bench'
import { escapeVariables } from '../command'
import { MOST_WANTED } from '../steps'
import type { Arrangement, WantedWindow } from '../steps'
import { contentWanted } from './content'

/** What of the bench is taken. */
export interface Taken {
  readonly windows?: boolean
  readonly devices?: boolean
  /** Frames with how they stand now. */
  readonly frames?: Arrangement['frames']
}

/**
 * The bench as it stands, as an arrangement: its windows, undermost first, where they stand and what they show; the
 * settings of devices that are plugged in and known. Windows of programs that could not open are left out, and so is
 * what is hidden. Reaching it at once changes nothing.
 */
export function arrangementOf(bench: BenchState, taken: Taken = { windows: true, devices: true }): Arrangement {
  const { windows = false, devices = false, frames = [] } = taken
  return {
    windows: windows ? windowsWanted(bench) : [],
    ...(windows && desktopCount(bench) > 1 ? { desktop: shownDesktop(bench) } : {}),
    devices: devices ? settingsWanted(bench) : [],
    frames: [...frames],
    rest: 'leave',
    unsaved: 'ask',
  }
}

function windowsWanted(bench: BenchState): WantedWindow[] {
  const front = frontWindow(bench)?.id
  const hasDesktops = desktopCount(bench) > 1
  return stackedWindows(bench)
    .filter(({ content, mode }) => !content.error && mode !== 'hidden')
    .slice(-MOST_WANTED)
    .map((window): WantedWindow => {
      const displayId = displayOf(bench, window)
      const { workingDirectory } = window.content
      return {
        programId: window.programId,
        shows: contentWanted(window.content),
        ...(workingDirectory === undefined ? {} : { workingDirectory: escapeVariables(workingDirectory) }),
        mode: window.mode,
        ...(displayId === undefined ? {} : { displayId }),
        ...(hasDesktops ? { desktop: desktopOf(bench, window) } : {}),
        ...(window.mode === 'normal' && window.area ? { area: window.area } : {}),
        ...(window.id === front ? { inFront: true as const } : {}),
      }
    })
}

function settingsWanted(bench: BenchState): Arrangement['devices'] {
  return Object.values(bench.devices)
    .filter(({ plugged }) => plugged !== false)
    .flatMap(({ id, controls }) =>
      Object.entries(controls).flatMap(([controlId, { readOnly, value }]) =>
        readOnly || value === null ? [] : [{ deviceId: id, controlId, value }],
      ),
    )
    .slice(0, MOST_WANTED)
}
