import sharp from 'sharp'
import { gradeFile } from './grade-file.ts'

// Each worker has a core to itself.
sharp.concurrency(1)

export default gradeFile
