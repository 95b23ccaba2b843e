import { expect, it } from 'vitest'
import { problemFile } from '../problemFile'

it('problems become a file without formulas', async () => {
  const problem = { sheet: 'Looks', cell: 'B7', value: '=1+1', message: 'Not a "number".' }
  const text = await problemFile([problem]).text()
  expect(text.split('\r\n')).toEqual(['\ufeff"sheet","cell","value","what is wrong"', `"Looks","B7","'=1+1","Not a ""number""."`, '']) // prettier-ignore
})
