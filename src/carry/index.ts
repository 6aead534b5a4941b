/** carry: stands that leave the program, in a file or to phones in the room. Start with carried.ts. */
export { writeStands, type Carried } from './carried';
export { pageFile } from './page-file';
