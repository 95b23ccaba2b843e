/** Words for the core's enums; a missing one does not compile. */
export * from './trials'
export * from './seed'
export * from './treat'
export * from './words'
export * from './sowing'
