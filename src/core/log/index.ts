/**
 * log: what is still a question, what to practise tonight, how far a song has come. What is written down of it stands in
 * the song (song/log.ts). Start with questions.ts.
 */
export { openQuestions, type OpenQuestion, type OtherWay } from './questions';
export { practiceFor, type PracticeItem } from './practice';
export { progressOf, wantedTempo, type Progress } from './progress';
