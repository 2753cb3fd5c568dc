/** Where Debian has Chromium; the one that has no windows at all takes less of the machine. */
export const CHROMIUM = ['chromium-headless-shell', 'chromium', 'chromium-browser', 'google-chrome'].map(
  (name) => `/usr/bin/${name}`,
)
