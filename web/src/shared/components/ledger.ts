/** What pages say of the columns and words of their list. */
export interface LedgerColumn<Row> {
  key: string
  name: string
  num?: boolean
  /** What the column sorts by; null comes last. Without it the column does not sort. */
  by?: (row: Row) => string | number | null
  /**
   * Where it goes when a line is a block on a phone: in its first line (head and side) or second (left and right), on a line of its own
   * (as without it), or nowhere.
   */
  phone?: 'head' | 'side' | 'left' | 'right' | 'none'
  /** Stays when an item is open beside the list. */
  kept?: boolean
  /** Shown only when chosen. */
  extra?: boolean
}

export interface LedgerWords {
  title: string
  /** What typing looks through, for the field's label and for "nothing found". */
  find: string
  placeholder: string
  emptyTitle: string
  emptyWhy: string
}
