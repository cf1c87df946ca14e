import './zod-without-eval.ts'

// Only now: a schema made before that line would try to evaluate code, which our own policy forbids.
void import('./start.tsx')
