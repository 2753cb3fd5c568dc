/** What all charts have alike, in the colours of the theme as it is when they are drawn. */
export function chartLook(type: 'line' | 'bar', title: string) {
  const style = getComputedStyle(document.documentElement)
  const colour = (name: string) => style.getPropertyValue(name).trim()
  const options = {
    chart: {
      type,
      toolbar: { show: false },
      zoom: { enabled: false },
      animations: { enabled: false },
      background: 'transparent',
      foreColor: colour('--ink'),
      fontFamily: 'Source Sans 3',
    },
    grid: { borderColor: colour('--line') },
    title: { text: title, style: { fontSize: '14px', fontWeight: 600, fontFamily: 'Barlow Semi Condensed' } },
    tooltip: { theme: colour('--ground') < '#8' ? 'dark' : 'light' },
  }
  return { colour, options }
}
