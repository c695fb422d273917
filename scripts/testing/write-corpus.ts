import { writeFileSync } from 'node:fs'
import { buildCorpus } from '../../core/score/corpus.test.data'

// Realises the random drills of a run once: write-corpus.ts FILE
writeFileSync(process.argv[2]!, JSON.stringify(buildCorpus()))
