/** Help of a page: how the work is done at the bench, what the numbers mean, and accepted ways with the reason for the default. */
export interface PageHelp {
  bench: string[]
  numbers: string[]
  schools?: string[]
  keys?: [string, string][]
}

const COUNT_KEYS: [string, string][] = [
  ['digits', 'new germinated seeds in this dish'],
  ['Enter', 'save and go to the next dish'],
  ['← →', 'previous dish, next dish'],
  ['Backspace', 'delete the last digit'],
]

const LIST_KEYS: [string, string][] = [
  ['↑ ↓', 'line by line; an open item follows'],
  ['Enter', 'open the item beside the list; once more opens its page'],
  ['Space', 'select the line, where lines can be selected'],
  ['Esc', 'close the item'],
]

/** By the name of the route. */
export const HELP: Readonly<Record<string, PageHelp>> = {
  today: {
    bench: [
      'Walk place by place. Tasks are grouped that way, and late ones show how late they are.',
      'A look that is a day late is better than one made up.',
    ],
    numbers: ['Late counts from the due day. Today is calculated from your plans and records each time you open it.'],
  },
  waiting: {
    bench: ['Keep the app open near the signal until everything is sent. Nothing is lost if you close it.'],
    numbers: ['Each line is a record that is safe on this device and not yet on the server.'],
  },
  lots: {
    bench: ['One bag, one history, one code. Split a harvest only where you want to compare its parts.'],
    numbers: ['“≈” marks an estimate: weighed, scooped or guessed. It disappears when somebody counts.'],
    keys: LIST_KEYS,
  },
  'api-tokens': {
    bench: ['Make one token for each program, so that you can revoke it alone.'],
    numbers: ['“Last used” is kept to the hour.'],
  },
  'photo-count': {
    bench: [
      'Spread the seed in one layer on plain paper of another colour, so that most seeds lie alone.',
      'Photograph from straight above in even light. A printed photo sheet gives the size too.',
      'Check the doubtful places: each one you decide takes its doubt out of the error.',
    ],
    numbers: [
      '± is the 95 % range of the count, from the places that nobody has checked.',
      'Sizes are of seeds that lie alone. Nine in ten lie within the bar.',
    ],
    keys: [
      ['n', 'next doubtful place'],
      ['digits', 'how many seeds it has'],
      ['arrows, + −', 'move the photo, zoom'],
      ['Enter', 'add or remove a mark at the cross'],
      ['Backspace', 'undo'],
    ],
  },
  'new-lot': {
    bench: ['Only the plant is required. Enter the rest while you remember it.'],
    numbers: ['A weighed or scooped amount is an estimate until you count samples.'],
  },
  lot: {
    bench: [
      'Weigh counted hundreds, or count a few scoops: every later figure rests on the amount.',
      'Cut a few dozen seeds: full, empty or eaten. No treatment can make an empty seed germinate.',
    ],
    numbers: [
      '± is the 95 % range of an estimate. It is wider when fewer samples were counted.',
      'The storage forecast is a rule of thumb until this lot has tests years apart.',
    ],
    schools: [
      'Floating seeds: pour them off, or keep them until you have cut some. The default keeps them, because light seed is not always empty.',
      'Paper or airtight: decide by dryness, not by habit.',
    ],
  },
  stands: {
    bench: ['Visit before the seed falls. Collect only with permission, and from many plants.'],
    numbers: ['The visit date follows from earlier visits, how the plant sheds and how ripe it was.'],
    keys: LIST_KEYS,
  },
  stand: {
    bench: ['Note how much is ripe at each visit, even when you collect nothing: next year’s dates rest on it.'],
    numbers: [
      'Green is not ripe, brown is ripe and still there, pale below has fallen. Your visits and earlier seasons move the curves.',
      'The next visit comes before more than about 1 % of the season’s seed is expected to fall.',
      'With a weather log of an earlier year, days are counted by warmth. Coordinates stay coarse unless you show them exactly.',
    ],
  },
  route: {
    bench: ['Begin where waiting loses most. Print the list, or record each visit at its stand on the phone.'],
    numbers: ['Distances are straight lines between positions as exactly as each stand shows them.'],
  },
  'new-stand': {
    bench: ['Write down who permits collecting, and until when. Local rules come first.'],
    numbers: ['Plants at the stand set how much you may take: a small share of the ripe seed.'],
  },
  'change-stand': {
    bench: ['Correct what has changed. Earlier values stay in the history.'],
    numbers: ['A new number of plants changes the collecting limit from today.'],
  },
  harvest: {
    bench: ['Dry, still day; paper, not plastic; healthy plants; a small share of the ripe seed.'],
    numbers: ['The limit compares the seed taken with the ripe seed on the stand.'],
  },
  places: {
    bench: ['List places in the order you walk. Rounds follow that order.'],
    numbers: [
      'Seed keeps where °F plus % humidity is 100 or less: a rule of thumb.',
      'Relative life compares a place with 20 °C and 50 % humidity.',
    ],
  },
  'place-temperature': {
    bench: ['Import the logger’s file when you empty it. Note door openings and power cuts as events.'],
    numbers: ['Chill counts only the hours within the effective range. Gaps in a log are never filled in.'],
  },
  labels: {
    bench: ['Put a label inside the bag as well as on it. Pencil outlasts ink.'],
    numbers: ['The square holds the same code as the letters below it.'],
  },
  scan: {
    bench: ['Hold the label flat and in good light. If the camera fails, type the code.'],
    numbers: ['Codes avoid letters and digits that look alike.'],
  },
  recipes: {
    bench: ['The order of the steps matters: water must get in before cold can work.'],
    numbers: ['Each step has a minimum, a target and a maximum, with its source and how sure it is.'],
    schools: ['Sand for long cold, towels for tests: sand moulds less, and towels are quicker to check.'],
  },
  'new-recipe': {
    bench: [
      'Put the steps in their order with a tap each; drag or type how long each takes. Water must get in before cold.',
    ],
    numbers: ['Minimum, target and maximum are kept for each step, with their source.'],
  },
  'change-recipe': {
    bench: ['A recipe that was used never changes. What you save here is its next version.'],
    numbers: ['Results stay with the version that was used.'],
  },
  plan: {
    bench: ['Choose the day on which everything is sown, or the day it starts, and check the clashes.'],
    numbers: ['Dates move off days you do not work. The plan says what it moved and why.'],
  },
  rounds: {
    bench: ['Check every bag: moisture, mould, roots. Sprouts in the fridge are data, each with its date.'],
    numbers: ['A bag is due by the care of its recipe. One missed week is survivable, two are not.'],
  },
  'round-list': {
    bench: ['Print it for the fridge door. Tick and sign what you checked.'],
    numbers: ['Bags are listed in the order in which they lie.'],
  },
  batch: {
    bench: ['Confirm the cautions before a dangerous step. Note mould and sprouts when you see them.'],
    numbers: ['Planned and actual dates are shown beside each other. Actual cold comes from the log of the place.'],
  },
  timers: {
    bench: ['Keep the page open beside hot water or acid. The alarm needs one tap to be allowed.'],
    numbers: ['Time runs by the server’s clock. A wrong clock on this device changes nothing.'],
  },
  supplies: {
    bench: ['Date every solution. Smoke water and acid lose strength with age.'],
    numbers: ['Age counts from the day it was made.'],
  },
  trials: {
    bench: ['One question per trial. Keep the ones that failed: they save seed next time.'],
    numbers: ['Germinated is the share of all seeds sown in the trial, over all its treatments.'],
    keys: LIST_KEYS,
  },
  'new-trial': {
    bench: ['Write the question first. Use enough dishes to answer it, and keep enough seed to sow.'],
    numbers: [
      '“Detected 4 times in 5” is the power of the design for the difference you entered.',
      'A test is worth the plants that a better choice gains, less those that its seed would have given.',
      'Of a treatment never tried here a starting point counts as a few seeds. Raise or lower that trust.',
    ],
    schools: ['10, 20, 50 or 100 seeds per dish: each is shown with what it can detect.'],
  },
  'new-packet-day': {
    bench: [
      'Type one packet a line: plant, year, the seller’s percentage and days, seeds left. Paste several lines for several packets.',
      'Mix the seed of a packet and count off without choosing; one dish for each packet.',
    ],
    numbers: [
      '20 seeds at 50 % would be read as likely between 24 and 76 %, 50 seeds in one dish as between 27 and 73 %.',
    ],
  },
  'packet-round': {
    bench: [
      'Tap a packet once for each new sprout, then record the round: what was not tapped had nothing new.',
      'Rotted seed and notes are entered dish by dish.',
    ],
    numbers: ['Each tile shows how many of its seeds have germinated in all.'],
  },
  packets: {
    bench: [
      'Each packet is closed at its own time; only then it says what to do with the rest.',
      'The limits for “as usual” and “replace” are the nursery’s own.',
    ],
    numbers: [
      'Lower than claimed: the upper end of the one-sided 95 % interval of the test lies below the seller’s claim.',
      '“2.1 times as thick” is the claimed percentage divided by yours.',
    ],
  },
  trial: {
    bench: [
      'Always include a control: the same seed and handling without the treatment. Change one thing at a time.',
      'Dishes of all treatments are mixed over the places, and their codes do not show the treatment.',
    ],
    numbers: [
      'The ridge is the share germinated of the seeds sown. Notches are looks, including those that found nothing new.',
    ],
    schools: ['Four dishes of 25 rather than one of 100: one dish cannot show that it was mouldy or dry.'],
  },
  'set-up': {
    bench: ['Fill the dishes in the order shown and put each on its place. The layout is random for a reason.'],
    numbers: ['Seeds per dish are what you sow, not what you expect to germinate.'],
  },
  'bench-sheet': {
    bench: ['Print it for places without a device, and type the counts in afterwards.'],
    numbers: ['Each column is one look. Write only what is new, or only totals, and say which.'],
  },
  count: {
    bench: [
      'Use one rule for “germinated” from the first look to the last.',
      'Count what is new. “Nothing new” is recorded too.',
    ],
    numbers: ['The number is what is new in this dish since its last look, unless you chose “all so far”.'],
    keys: COUNT_KEYS,
  },
  dish: {
    bench: ['Correct an earlier look here. The earlier value stays in the history.'],
    numbers: ['Seeds left are seeds sown, less everything counted.'],
    keys: COUNT_KEYS,
  },
  'close-trial': {
    bench: ['Cut or press the ungerminated seeds before you throw them away: firm and white is alive.'],
    numbers: ['Fates must add up to the seeds left. “Not checked” is better than a guess.'],
  },
  compare: {
    bench: ['Ask three questions one by one: how many, how fast, and both together.'],
    numbers: [
      'A soft bar shows where the true share is likely to lie (95 % interval). Each ring is one dish.',
      'Treatments that share a letter are not shown to differ. The trial may be too small.',
      'T50 is the time to 50 % of the seeds that germinated.',
      'No curve is fitted where germination came in several flushes. The steps remain.',
      'Seed treated in one bag is one replicate, however many dishes it fills.',
      'A dose series of four doses or more has a curve: the dose that is enough, with its interval, and doses to try next.',
      'Nothing is said beyond the doses you tried.',
    ],
    schools: ['The dish is the replicate, not the seed: seeds of one dish share its luck.'],
  },
  decide: {
    bench: ['Check the ungerminated seeds before you throw anything away: firm and fresh means dormant, not dead.'],
    numbers: [
      'The decision rests on expected results, never on “not significant”.',
      'Each pip is one chance in 20. Where the pips of two treatments overlap, either may be better.',
      'The aim sets what a week and a danger cost. Change it here, or for the nursery under Working days.',
      'Worth testing next: a test that costs more plants than it gains is not proposed.',
    ],
    schools: ['“Most plants” takes the highest. “Balanced” gives up a little to save weeks. “Soonest” gives up more.'],
  },
  report: {
    bench: ['Print it or save it as a PDF for the file. It names the version of every method.'],
    numbers: ['All figures are of seeds sown unless the table says otherwise.'],
  },
  sowings: {
    bench: ['Plan back from the day you want plants: growing, sowing, treating.'],
    numbers: ['The next task follows from the plan and from your records.'],
    keys: LIST_KEYS,
  },
  'new-sowing': {
    bench: [
      'Treat the seed exactly as in the test. Otherwise its percentage says nothing about the tray.',
      'Above six seeds per cell, a seed pan and pricking out is less work.',
    ],
    numbers: [
      'The tested percentage is uncertain, so a small test asks for more seed.',
      'Assurance is how often this many cells give at least the plants wanted.',
      'Pure live seed is purity times germination.',
    ],
    schools: ['One seed per cell needs more cells; two need thinning. Both are shown.'],
  },
  sowing: {
    bench: ['Count emergence before you thin. Count again when you plant out, and weeks later.'],
    numbers: [
      'Tray percent is emergence of the seeds sown; bench percent is germination in the test.',
      'Your own share of germinated seeds that become plants improves the next plan.',
    ],
  },
  plants: {
    bench: ['Open a plant to see what was tried, what was never tested, and how its lots keep.'],
    numbers: ['The bar is the average lot under the best treatment so far, over all trials of the plant.'],
    keys: LIST_KEYS,
  },
  questions: {
    bench: ['Plan a trial from a line: its lot, its question and, where one is to be repeated, its recipe come along.'],
    numbers: [
      'A question counts as answered when three trials or more agree closely. These limits are starting points.',
      'Steps come from the notes on the plant, which are starting points too.',
    ],
    keys: LIST_KEYS,
  },
  plant: {
    bench: [
      'Give a seed card with seed you pass on: name, origin, tested germination with its numbers and date, hazards.',
    ],
    numbers: [
      'Each line is one trial: one lot in one year. Two that agree do not prove that the next one will.',
      '“Answered so far” means that several trials agree closely. No question is ever closed.',
      'On the dose axis the dark band is the average lot, the pale one where the next lot will fall.',
    ],
  },
  import: {
    bench: ['Import lots first, then counts. Keep the old file: an undone import can be repeated.'],
    numbers: [
      'Percentages without counts are refused: 60 % of 10 seeds and of 400 seeds are different findings.',
      'An empty cell is a look that was not made. A 0 is a look that found nothing new.',
    ],
    schools: ['New counts or totals so far: both can be imported, but you must say which.'],
  },
  practice: {
    bench: ['Take the exercises in order. Each teaches one thing that otherwise costs real seed.'],
    numbers: ['Differences below 10 in 100 count as none: they change nothing in a nursery.'],
    schools: [
      'In a group everyone has the same hidden seed and their own dishes, so results differ by design and by luck.',
    ],
  },
  bench: {
    bench: ['Move time on as you would wait in the nursery. A look you skip cannot be made up later.'],
    numbers: ['Nothing here touches the records of the nursery.'],
  },
  'practice-result': {
    bench: ['Read the advice, then repeat the exercise with new seed.'],
    numbers: ['Your data support a conclusion when there was a control, more than one dish, and a difference shown.'],
  },
  people: {
    bench: ['Give each person the role they need. Counters count blind, and blind counts are worth more.'],
    numbers: ['An invitation works once, within seven days. Removing a person keeps all their records.'],
  },
  account: {
    bench: ['Sign out other devices if you have lost one.'],
    numbers: ['A new password signs out every other device.'],
  },
  formats: {
    bench: ['Choose what your thermometer and balance show.'],
    numbers: ['Only what you see and type changes. Records keep their own units.'],
  },
  'work-year': {
    bench: ['Enter days off and frost dates before you plan. Plans move tasks off days you do not work.'],
    numbers: ['The aim sets what a week and a danger cost in decisions.'],
  },
  backups: {
    bench: ['Take a copy home now and then, and restore one on a spare machine. Only a restored backup is proven.'],
    numbers: ['“Sound” means that every page of the database was read and every reference leads somewhere.'],
  },
  changes: {
    bench: ['See what others changed, and bring back what was deleted.'],
    numbers: ['The latest hundred changes. Each item’s own page lists all of its changes.'],
  },
  glossary: {
    bench: ['House words and the standard terms beside them.'],
    numbers: ['Methods with their sources are described in the documentation, under docs/methods.'],
  },
}

const ALIKE: Readonly<Record<string, string>> = { 'unnamed-plant': 'plant', verdict: 'decide', code: 'scan' }

/** The help of a page; null where a page has none of its own. */
export const helpOf = (route: string): PageHelp | null => HELP[route] ?? HELP[ALIKE[route] ?? ''] ?? null

export const KEYS: [string, string][] = [
  ['/', 'find anything: plants, lots, trials, places, pages'],
  ['?', 'this help, on every page'],
  ['Esc', 'close help or Find'],
  ['Tab, Shift Tab', 'next or previous field, button or row'],
]
