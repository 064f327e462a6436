import { existsSync, readFileSync, globSync } from 'node:fs'
