import type { Stock } from '../api/types'
import { amountUnitWords, reasonWords } from '../labels'
import { seeds, withDoubt } from './numbers'

/** What is left, in short, an estimate with its error or “± ?” where it has none; or the grams that nobody has turned into seeds. */
export function amountWords(stock: Stock): string {
  if (stock.seeds === null && stock.unconverted !== null && stock.unconverted !== undefined)
    return `${stock.unconverted} ${amountUnitWords[stock.unconverted_unit ?? 'g']}`
  if (stock.seeds === null) return seeds(null, false)
  const unknown = stock.estimated && !stock.se_seeds ? ' ± ?' : ''
  return `${withDoubt(stock.seeds, stock.se_seeds, stock.estimated)}${unknown}`
}

/** What is left with its doubt, or why it has none. */
export function amountLine(stock: Stock): { main: string; doubt: string } {
  if (stock.seeds === null) {
    const why = stock.doubt ? reasonWords[stock.doubt] : ''
    return {
      main: amountWords(stock),
      doubt: stock.unconverted ? why : 'This lot has not been counted, weighed or scooped.',
    }
  }
  if (!stock.estimated) return { main: seeds(stock.seeds, false), doubt: 'seeds left, counted' }
  return {
    main: withDoubt(stock.seeds, stock.se_seeds),
    doubt: stock.doubt ? `seeds left; ${reasonWords[stock.doubt]}` : 'seeds left',
  }
}

/** The same as a sentence. */
export function amountSentence(stock: Stock): string {
  if (stock.seeds === 0) return 'No seed is left.'
  if (stock.seeds === null)
    return stock.unconverted
      ? `${amountWords(stock)}, not turned into seeds yet.`
      : 'Nobody knows how many seeds there are.'
  return `${amountWords(stock)} ${stock.seeds === 1 ? 'seed' : 'seeds'}.`
}
