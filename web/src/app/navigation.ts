/** The six words of the work, each with its pages, and what belongs to the user and the nursery. */

/** What somebody may do, as far as the navigation asks. */
export interface Rights {
  may_read: boolean
  may_lead: boolean
}

export interface Destination {
  to: string
  words: string
  /** What else people call it: Find looks there too. */
  also?: string
  /** Pages below it that have addresses of their own. */
  covers?: string[]
  /** Who sees it: everybody, whoever reads the records, the lead. */
  for?: 'readers' | 'lead'
}

export interface Word {
  word: string
  pages: Destination[]
}

export const WORDS: readonly Word[] = [
  {
    word: 'Today',
    pages: [{ to: '/', words: 'Today', also: 'what to do, season, home', covers: ['/waiting', '/route'] }],
  },
  {
    word: 'Seed',
    pages: [
      { to: '/lots', words: 'Lots', also: 'seed lots, accessions, store', for: 'readers' },
      { to: '/stands', words: 'Stands', also: 'wild stands, collecting, harvest', for: 'readers' },
      { to: '/places', words: 'Places', also: 'shelves, fridge, benches, temperature', for: 'readers' },
      { to: '/labels', words: 'Labels', also: 'print, QR codes', for: 'readers' },
      { to: '/import', words: 'Import and export', also: 'spreadsheet, CSV, data', for: 'readers' },
    ],
  },
  {
    word: 'Wake',
    pages: [
      { to: '/recipes', words: 'Recipes', also: 'treatments, stratification, scarification, smoke', for: 'readers' },
      { to: '/plan', words: 'Plan', also: 'schedule, sowing day', for: 'readers' },
      { to: '/rounds', words: 'Bags', also: 'rounds, stratification, checks', covers: ['/batches'] },
      { to: '/timers', words: 'Timers', also: 'soak, acid, hot water' },
      { to: '/supplies', words: 'Supplies', also: 'solutions, smoke water, acid, paper, sand', for: 'readers' },
    ],
  },
  {
    word: 'Try',
    pages: [
      { to: '/trials', words: 'Trials', also: 'germination tests, dishes, counts, compare, decide', for: 'readers' },
      { to: '/packet-day', words: 'Packet day', also: 'old packets, many lots, germination test', for: 'readers' },
      { to: '/practice', words: 'Practice bench', also: 'learn, exercise, hidden seed' },
    ],
  },
  {
    word: 'Grow',
    pages: [{ to: '/sowing', words: 'Sowing', also: 'trays, cells, plugs, seedlings', for: 'readers' }],
  },
  {
    word: 'Know',
    pages: [
      { to: '/plants', words: 'Plants', also: 'species, results, what we know', for: 'readers' },
      {
        to: '/questions',
        words: 'Open questions',
        also: 'never tested, too few trials, worth testing',
        for: 'readers',
      },
    ],
  },
]

export const OWN_PAGES: readonly Destination[] = [
  { to: '/account', words: 'My account', also: 'password, devices' },
  { to: '/api-tokens', words: 'API tokens', also: 'programs, notebook, script, examples, Python', for: 'readers' },
  { to: '/formats', words: 'Units and dates', also: 'settings, Fahrenheit, ounces' },
  { to: '/people', words: 'People', also: 'invite, roles, helpers', for: 'lead' },
  { to: '/work-year', words: 'Working days', also: 'calendar, holidays, frost, feed', for: 'readers' },
  { to: '/backups', words: 'Backups', also: 'restore, safety', for: 'lead' },
  { to: '/changes', words: 'History', also: 'changes, deleted, undo, bring back', for: 'readers' },
  { to: '/glossary', words: 'Glossary', also: 'words, terms, help' },
]

const sees = (rights: Rights) => (page: Destination) =>
  page.for === 'readers' ? rights.may_read : page.for === 'lead' ? rights.may_lead : true

/** The words that somebody has pages under, with those pages. */
export const wordsFor = (rights: Rights): Word[] =>
  WORDS.map((w) => ({ ...w, pages: w.pages.filter(sees(rights)) })).filter((w) => w.pages.length)

export const ownPagesFor = (rights: Rights) => OWN_PAGES.filter(sees(rights))

/** Whether an address is a page or lies below it. */
export const isAt = (page: Destination, path: string) =>
  [page.to, ...(page.covers ?? [])].some((to) => path === to || (to !== '/' && path.startsWith(`${to}/`)))

/** The word that an address belongs to. */
export const wordAt = (words: readonly Word[], path: string) => words.find((w) => w.pages.some((p) => isAt(p, path)))
