/** What went wrong, asked one question at a time, and what can be done about it. */
export { CAUSE_FACTS, CAUSES, SIGNS, type CauseKey, type Sign } from './causes'
export { answersTo, chanceOf, QUESTIONS, tellsApart, type Answers, type QuestionKey } from './questions'
export { knownOf, NO_CONTEXT, type RescueContext } from './context'
export { contradiction, diagnose, MOST_QUESTIONS, type Diagnosis } from './diagnose'
export { needsInterfacing, REMEDIES, remedyFor, type NoRemedy, type Patient, type Remedy, type RemedyKey } from './remedy'
export { askThrough, simulateFailure, SIMULATED } from './simulate'
