import { ValidationError, type Schema } from 'yup';
import { fail, ok, type Result } from '../../base/index';
import { toText, type ZipFile } from './zip';

/** What a JSON file of an archive says, null where it is not there. Fails with the file, the place and what was expected. */
export function readBeside<T>(files: readonly ZipFile[], name: string, schema: Schema<T>): Result<T | null> {
  const file = files.find((one) => one.name === name);
  if (!file) return ok(null);
  try {
    return ok(schema.validateSync(JSON.parse(toText(file.bytes)), { strict: true }));
  } catch (error) {
    if (!(error instanceof ValidationError)) return fail(`${name}: this is not JSON`);
    return fail(`${name}: ${error.path ? `${error.path}: ` : ''}${error.message}`);
  }
}
