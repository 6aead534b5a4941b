import { EXPOSURE_RULES, hoursAt, timeAllowedWords } from '../../core/sound/index';

/** Levels one meets in a rehearsal room, in dBA (common practice). */
const LEVELS = [85, 91, 97, 103] as const;

/** The usual caution; what stays is for people who know ears. */
export function Care() {
  return (
    <div className="mt-auto text-[0.8125rem] text-soft">
      <p>
        Start quietly, with headphones above all. Ears that ring afterwards are a warning: turn down, pause,
        protect them. What stays is for a doctor or an audiologist.
      </p>
      <details className="mt-1">
        <summary className="cursor-pointer">How long is how loud</summary>
        <table className="mt-1 w-full tabular-nums">
          <thead>
            <tr>
              <th scope="col" className="text-left font-normal">
                In the room
              </th>
              <th scope="col" className="text-right font-normal">
                careful rule
              </th>
              <th scope="col" className="text-right font-normal">
                older rule
              </th>
            </tr>
          </thead>
          <tbody>
            {LEVELS.map((dba) => (
              <tr key={dba}>
                <th scope="row" className="text-left font-normal">
                  {dba} dBA
                </th>
                <td className="text-right">{timeAllowedWords(hoursAt(dba, EXPOSURE_RULES.strict))}</td>
                <td className="text-right">{timeAllowedWords(hoursAt(dba, EXPOSURE_RULES.usual))}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p>
          A day, by NIOSH 98-126 and by OSHA 1910.95. A phone’s meter tells it roughly; a band is often at 100
          dBA.
        </p>
      </details>
    </div>
  );
}
