/**
 * formats: leaves that read and write texts and files people exchange. Start with chart/read.ts.
 */
export { createChartReader, readChart, type ChartRead } from './chart/read';
export { readInstrument } from './chart/settings';
export { writeChart } from './chart/write';
export { readTab, type TabBar, type TabRead } from './tab/read-tab';
