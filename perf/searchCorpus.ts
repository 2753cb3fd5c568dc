import type { SearchEntry } from '../core/search'
import { seededRandom } from '../core/timing'

/** What somebody types, and the entry that is meant. */
export interface Wanted {
  readonly how: string
  readonly typed: string
  readonly id: string
}

const first =
  'north south east west upper lower outer inner early late first second third spare main old new quick quiet bright ' +
  'faint broad narrow open closed warm cold clear misty rainy dry long short weekly nightly monthly yearly'
const middle =
  'dome mirror camera chart guide filter focus heater shutter slit weather cloud wind seeing moon comet meteor nebula ' +
  'cluster galaxy planet visitor school group member stores workshop kitchen gate car park road mast generator battery ' +
  'network printer intercom speaker microphone display desk lamp shelf archive exposure flat dark bias plate spectrum'
const last =
  'log plan list notes report table sheet archive survey check order rota album map guide index summary draft copy ' +
  'minutes letter form budget invoice manual diagram sketch photo recording playlist schedule calendar rules record'
const places = 'night-run outreach stores workshop archive members reports plans captures flats downloads letters'
const endings = ['.log', '.plan', '.csv', '.txt', '.exposure', '.deck', '.atlas', '']
const words = (text: string) => text.split(' ')

/** Entries that are looked for, with names that no other entry has. */
const sought: readonly SearchEntry[] = [
  ['Comet tail photometry', 'captures/comets/tail-photometry.csv'],
  ['Zenith sky brightness', 'reports/zenith.log'],
  ['Harrow Fell visitor guide', 'outreach/harrow-fell.deck', 'hfg'],
  ['Quarter moon observing list', 'plans/quarter-moon.plan'],
  ['Observatory open evening', 'outreach/open-evening.txt', 'evening'],
  ['Azimuth drive calibration', 'workshop/azimuth.log', 'adc'],
  ['Jupiter transit times', 'plans/jupiter-transits.csv'],
  ['Emergency hatch closing', 'night-run/emergency.txt', 'panic'],
  ['Variable star bulletin', 'reports/variables.txt'],
  ['Lightning detector history', 'archive/lightning.csv'],
  ['Keyholder telephone numbers', 'members/keyholders.txt', 'keys'],
  ['Uranus occultation draft', 'plans/uranus.txt'],
  ['Wexcombe pupils visit', 'outreach/wexcombe.txt'],
  ['Cryostat vacuum pump', 'workshop/cryostat.log'],
  ['Xenon lamp spectrum', 'archive/xenon.exposure'],
  ['Yearly asteroid statistics', 'reports/asteroids.csv'],
  ['Polar alignment helper', 'night-run/polar.txt', 'align'],
  ['Finder scope collimation', 'workshop/finder.txt'],
  ['Rotator backlash amplitude', 'workshop/rotator-backlash.csv'],
  ['Évening twilight flats', 'flats/twilight.plan'],
  ['Ångström exponent table', 'reports/angstrom.csv'],
  ['Dewpoint alarm settings', 'night-run/dewpoint.txt', 'dew'],
  ['VaultKeyConsole', 'workshop/vaultkey.txt'],
  ['Perseid meteor watch 2026', 'plans/perseids.plan'],
].map(([name, detail, alias], i) => ({
  id: `sought-${i}`,
  name: name!,
  detail: `/home/watch/${detail!}`,
  aliases: alias === undefined ? [] : [alias],
}))
const idOf = (name: string) => sought.find((entry) => entry.name.startsWith(name))!.id
const all = (how: string, pairs: readonly (readonly [typed: string, name: string])[]): Wanted[] =>
  pairs.map(([typed, name]) => ({ how, typed, id: idOf(name) }))

export const wanted: readonly Wanted[] = [
  ...all('initials', [
    ['ctp', 'Comet'],
    ['zsb', 'Zenith'],
    ['hfvg', 'Harrow'],
    ['qmol', 'Quarter'],
    ['jtt', 'Jupiter'],
    ['ehc', 'Emergency'],
    ['ldh', 'Lightning'],
    ['ktn', 'Keyholder'],
    ['uod', 'Uranus'],
    ['wpv', 'Wexcombe'],
    ['xls', 'Xenon'],
    ['yas', 'Yearly'],
    ['rba', 'Rotator'],
    ['vkc', 'VaultKey'],
  ]),
  ...all('second words', [
    ['photometry', 'Comet'],
    ['transit', 'Jupiter'],
    ['bulletin', 'Variable'],
    ['detector', 'Lightning'],
    ['telephone', 'Keyholder'],
    ['occultation', 'Uranus'],
    ['vacuum', 'Cryostat'],
    ['backlash', 'Rotator'],
    ['twilight', 'Évening'],
    ['exponent', 'Ångström'],
  ]),
  ...all('beginnings', [
    ['zeni', 'Zenith'],
    ['azim', 'Azimuth'],
    ['cryo', 'Cryostat'],
    ['xeno', 'Xenon'],
    ['wexc', 'Wexcombe'],
    ['evening tw', 'Évening'],
    ['angst', 'Ångström'],
    ['vaultk', 'VaultKey'],
  ]),
  ...all('fragments', [
    ['omet tai', 'Comet'],
    ['thometry', 'Comet'],
    ['ghtning', 'Lightning'],
    ['imation', 'Finder'],
    ['ostat', 'Cryostat'],
    ['calib', 'Azimuth'],
    ['wpoint', 'Dewpoint'],
    ['keyconsole', 'VaultKey'],
  ]),
  ...all('slips', [
    ['jupter', 'Jupiter'],
    ['zeniht', 'Zenith'],
    ['cryotsat', 'Cryostat'],
    ['backlesh', 'Rotator'],
    ['vaccuum', 'Cryostat'],
    ['emergancy', 'Emergency'],
    ['perseeid', 'Perseid'],
    ['uranis', 'Uranus'],
    ['asteriod', 'Yearly'],
    ['lightnning', 'Lightning'],
  ]),
  ...all('aliases', [
    ['hfg', 'Harrow'],
    ['panic', 'Emergency'],
    ['adc', 'Azimuth'],
    ['align', 'Polar'],
    ['dew', 'Dewpoint'],
    ['keys', 'Keyholder'],
  ]),
  ...all('paths', [
    ['comets/tail', 'Comet'],
    ['workshop/azimuth', 'Azimuth'],
    ['rotator-backlash.csv', 'Rotator'],
    ['outreach/wex', 'Wexcombe'],
    ['archive/xenon', 'Xenon'],
    ['vaultkey.txt', 'VaultKey'],
  ]),
  ...all('any order', [
    ['tail comet', 'Comet'],
    ['brightness sky', 'Zenith'],
    ['pupils wex', 'Wexcombe'],
    ['list moon quarter', 'Quarter'],
    ['pump cryo', 'Cryostat'],
    ['closing emer', 'Emergency'],
    ['watch perseid', 'Perseid'],
    ['numbers key', 'Keyholder'],
  ]),
]

/** So many entries, the sought ones spread among them; names of two to five words, a tenth of them files with paths. */
export function corpus(count: number): SearchEntry[] {
  const random = seededRandom(17)
  const pick = (list: readonly string[]) => list[Math.floor(random() * list.length)]!
  const [a, b, c, d] = [words(first), words(middle), words(last), words(places)]
  const entries = Array.from({ length: count - sought.length }, (_, i): SearchEntry => {
    const number = i % 7 === 0 ? ` ${1 + Math.floor(random() * 999)}` : ''
    const parts = [pick(a), pick(b), ...(random() < 0.4 ? [pick(b)] : []), ...(random() < 0.8 ? [pick(c)] : [])]
    const name = parts.join(' ')
    const path = `/home/watch/${pick(d)}/${parts.slice(0, 2).join('-')}-${i}${pick(endings)}`
    return { id: `e${i}`, name: `${name[0]!.toUpperCase()}${name.slice(1)}${number}`, detail: path }
  })
  for (const [i, entry] of sought.entries()) entries.splice(Math.floor(((i + 0.5) * count) / sought.length), 0, entry)
  return entries
}
