/** Reference values: fibres, constructions, finishes, resins, irons, covers and beds, each with its origin. */
export * from './origin'
export * from './fibres'
export * from './constructions'
export * from './finishes'
export * from './resins'
export * from './irons'
export * from './covers-beds'
export * from './stiffness'
