import type { FirstSteps } from '../api'

/** One of the first steps: what to do, what for, where, and what it is called once done. */
interface Stone {
  step: keyof FirstSteps
  words: string
  why: string
  done: string
  to: string
}

/** The first steps, in the order of the work. */
export const STONES: readonly Stone[] = [
  { step: 'place', words: 'Add a place', why: 'Shelf, fridge or bench', done: 'Place', to: '/places' },
  { step: 'lot', words: 'Add a lot', why: 'Seed of one plant and origin', done: 'Lot', to: '/lots/new' },
  { step: 'recipe', words: 'Choose a recipe', why: 'How the seed is treated', done: 'Recipe', to: '/recipes' },
  { step: 'trial', words: 'Start a trial', why: 'Compare treatments in dishes', done: 'Trial', to: '/trials/new' },
  { step: 'look', words: 'Record a look', why: 'Inspect and count the dishes', done: 'Look', to: '/trials' },
  {
    step: 'sowing',
    words: 'Plan a sowing',
    why: 'How much seed to sow for the plants you need',
    done: 'Sowing',
    to: '/sowing/new',
  },
]
