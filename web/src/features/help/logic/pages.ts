/** What a page is about: how it is done at the bench, what its numbers mean, and the schools with why the default is one. */
export interface PageHelp {
  bench: string[]
  numbers: string[]
  schools?: string[]
  keys?: [string, string][]
}

const COUNT_KEYS: [string, string][] = [
  ['digits', 'new ones in this dish'],
  ['Enter', 'done, next dish'],
  ['← →', 'dish before, dish after'],
  ['Backspace', 'take the last digit back'],
]

/** By the name of the route; pages that are alike share one. */
export const HELP: Readonly<Record<string, PageHelp>> = {
  today: {
    bench: [
      'Walk shelf by shelf, not trial by trial: what stands here is grouped by where the body is.',
      'What is late stands with its days. A look that is a day late is better than one made up.',
    ],
    numbers: [
      'Late counts from the day it was due. Nothing here is kept: it is worked out from the plans and from what was done.',
    ],
  },
  lots: {
    bench: [
      'One bag, one history, one code. Split a harvest by form or ripeness only where you want to know the difference.',
    ],
    numbers: ['“≈” is an estimate: it was weighed, scooped or guessed. It goes when somebody counts.'],
  },
  lot: {
    bench: [
      'Weigh counted hundreds, or count the seeds of a few scoops: everything later rests on it.',
      'Cut or squeeze a few dozen: full, empty, eaten. An empty lot cannot be woken.',
    ],
    numbers: [
      '± is the doubt of an estimate, right 19 times in 20; it is wider where few samples were counted.',
      'The forecast is a rule of thumb: the storage class says most of it until tests of this lot, years apart, say more.',
    ],
    schools: [
      'Floaters: pour them off, or keep both until cut tests say. Kept by default, because light seed is not always empty.',
      'Paper or airtight: by dryness, not by habit.',
    ],
  },
  trial: {
    bench: [
      'Always a control: the same seed, the same handling, no treatment. Change one thing at a time.',
      'Dishes of all treatments are mixed over the places, and the codes do not say which is which.',
    ],
    numbers: [
      'The ridge of a furrow is the share that is up, of the seeds sown. Notches are looks: nothing new is a look too.',
    ],
    schools: [
      'Four dishes of 25 instead of one of 100: a mouldy or dry dish fools you, and one dish cannot tell that it did.',
    ],
  },
  count: {
    bench: [
      'Keep to one rule for “germinated” from the first look to the last.',
      'Count what is new. “Nothing new” is recorded, not skipped.',
    ],
    numbers: ['The number is what is new in this dish since its last look, unless you chose “all so far”.'],
    keys: COUNT_KEYS,
  },
  compare: {
    bench: ['Ask three questions separately: how many, how fast among those that germinated, and both in one.'],
    numbers: [
      'A soft bar shows where the true share is likely to lie (95 % interval), each ring is a dish.',
      'For treatments that share a letter there is not enough evidence that they differ; the trial may be too small.',
      'T50 is the time to 50 % of those that germinated; half of the seeds sown is another time, with its own name.',
      'A curve is refused where germination came in more than one flush: the steps and an interpolated T50 remain.',
      'Seed treated in one bag is one replicate of its treatment, however many dishes it filled: two bags tell more than two dishes more.',
    ],
    schools: ['The dish counts as one, not the seed: seeds of one dish share their luck.'],
  },
  decide: {
    bench: [
      'Before you throw anything away, cut or press the ungerminated seeds: firm and fresh is dormant, not dead.',
    ],
    numbers: [
      'The decision rests on what each treatment is expected to give, never on “not significant”.',
      'Each pip is one chance in 20. Where pips of two treatments overlap, either may be the better one.',
      'The aim says what a week and a danger cost. Change it here to see another decision, or for the nursery under Working days.',
    ],
    schools: [
      '“Most plants” takes the highest. “Balanced” gives up a little for weeks saved. “Soonest” gives up more.',
    ],
  },
  'new-trial': {
    bench: ['The question first. Then as many dishes as can answer it, and no more seed than leaves enough to sow.'],
    numbers: ['“Would be told apart 4 times in 5” is the power of the layout for the difference you named.'],
    schools: ['10, 20, 50 or 100 seeds: shown side by side with what each can tell.'],
  },
  recipes: {
    bench: ['Order matters: nick, then chill, is not chill, then nick. Water must get in before the cold can work.'],
    numbers: ['Least, target and most of each step, with where the figure came from and how sure it is.'],
    schools: [
      'Sand for wild seed and long chills, a towel for short ones and for tests: sand moulds less, a towel is quicker to look at.',
    ],
  },
  rounds: {
    bench: [
      'Every bag, none skipped: mist, look for mould, look for roots. Sprouts in the fridge are data, each with its date.',
    ],
    numbers: ['A bag is due by its recipe’s care. One skipped week is survivable, two are not.'],
  },
  sowings: {
    bench: ['Work back from the day plants are wanted: growing, sowing, treatment, in that order.'],
    numbers: ['The next task is worked out from the plan and from what was recorded.'],
  },
  'new-sowing': {
    bench: [
      'Treat the seed exactly as the test was treated, or its percent means nothing for the tray.',
      'Two or three seeds together when in doubt, thinned to one. Above six a cell, a seed pan and pricking out is less work.',
    ],
    numbers: [
      'The tested percent is not the truth: the plan works through all the shares that the test leaves possible, so a small test asks for more seed.',
      'Assurance is how often so many cells give at least the plants wanted. Mental arithmetic gives about half.',
      'Pure live seed is purity times germination: what of the material can come up at all.',
    ],
    schools: [
      'One seed a cell and more cells (no thinning), or two and fewer cells (less room): both are shown, neither is wrong.',
    ],
  },
  sowing: {
    bench: ['Count what emerged before you thin; count what is planted, and what is alive weeks later.'],
    numbers: [
      'Tray percent is what emerged of the seeds sown, bench percent what germinated in the test. They are never mixed.',
      'Both, and what still stands, become your own share of the germinated that become plants. The next plan uses it.',
    ],
  },
  plant: {
    bench: [
      'A card goes along with seed that is given away: name, origin, tested percent with its numbers and day, hazards.',
    ],
    numbers: [
      'Each trial is one line. A trial is one try of one lot in one year: that two agree does not show that the next one will.',
      '“Answered so far” means that several trials agree closely enough; nothing is ever closed.',
    ],
  },
  import: {
    bench: ['Read the lots in first, then the counts. Keep the old file: what is undone here can be read in again.'],
    numbers: [
      'Percentages without counts are refused: 60 % of 10 seeds and of 400 seeds are two different findings.',
      'An empty cell is a look that was not made; a 0 is a look that found nothing new.',
    ],
    schools: ['Counts as new ones or as all so far: both are read, but somebody must say which.'],
  },
  practice: {
    bench: [
      'Take the briefs in their order: each teaches one thing that costs real seed to learn otherwise.',
      'Go on in time as you would wait in the nursery. A look you skip is not made up later.',
    ],
    numbers: [
      'A conclusion has ground when the trial had seed sown as it is, more dishes than one, and told the two apart.',
      'Differences below 10 in a hundred count as none: they change nothing in a nursery.',
    ],
    schools: ['With a group: everybody the same hidden seed, own dishes. What differs then is the design, and luck.'],
  },
  people: {
    bench: ['Give each person the least they need: a counter counts blind, and blind counts are worth more.'],
    numbers: ['A link is good once, for seven days. Letting somebody go keeps all their records.'],
  },
  backups: {
    bench: ['Take one home now and then, and put it back somewhere once: a backup nobody restored is a hope.'],
    numbers: ['“Sound” means: every page of the database could be read, and no record points at one that is missing.'],
  },
  changes: {
    bench: ['Somebody else did last week’s work? Here is what they changed, and what was there before.'],
    numbers: ['The latest hundred. Each thing’s own page shows all of its own.'],
  },
}

const ALIKE: Readonly<Record<string, string>> = {
  plants: 'plant',
  'unnamed-plant': 'plant',
  'new-lot': 'lots',
  trials: 'trial',
  'set-up': 'new-trial',
  report: 'decide',
  dish: 'count',
  close: 'decide',
  batch: 'rounds',
  timers: 'rounds',
  plan: 'recipes',
  bench: 'practice',
  'practice-result': 'practice',
  account: 'people',
}

/** The help of a page; null where a page has none of its own. */
export const helpOf = (route: string): PageHelp | null => HELP[route] ?? HELP[ALIKE[route] ?? ''] ?? null

export const KEYS: [string, string][] = [
  ['?', 'this help, on every page'],
  ['Esc', 'close it'],
  ['Tab, Shift Tab', 'to the next field, button or row'],
]
