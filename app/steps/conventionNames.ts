import type { Convention } from '~~/core/command'

export const conventionNames: Record<Convention, string> = {
  posix: 'POSIX shell',
  windows: 'Windows command line',
  exec: 'Desktop Entry Exec',
}
