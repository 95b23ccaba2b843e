import type { CellProblem } from '../api'

const cell = (text: string) => `"${(/^[=+\-@\t\r]/.test(text) ? `'${text}` : text).replaceAll('"', '""')}"`

/** Problems as a file for a spreadsheet, a line each, nothing in it a formula. */
export function problemFile(problems: readonly CellProblem[]): Blob {
  const lines = [
    ['sheet', 'cell', 'value', 'what is wrong'],
    ...problems.map((p) => [p.sheet, p.cell, p.value, p.message]),
  ]
  const text = lines.map((l) => l.map(cell).join(',')).join('\r\n')
  return new Blob([`\ufeff${text}\r\n`], { type: 'text/csv;charset=utf-8' })
}
