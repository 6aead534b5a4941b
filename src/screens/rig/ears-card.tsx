import { useState } from 'react';
import { EXPOSURE_RULES, hoursAt, timeAllowedWords } from '../../core/sound/index';
import { Amount } from './amount';
import { Card } from './card';

/** How long ears bear how loud, by two common rules, with a plain caution. */
export function EarsCard() {
  const [level, setLevel] = useState(97);
  const words = (rule: keyof typeof EXPOSURE_RULES) => timeAllowedWords(hoursAt(level, EXPOSURE_RULES[rule]));
  return (
    <Card title="Ears">
      <Amount
        label="Level in the room"
        value={level}
        min={70}
        max={118}
        step={1}
        words={`${level} dBA`}
        onChange={setLevel}
      />
      <p aria-live="polite" className="text-[0.9375rem]">
        Careful rule: <b>{words('strict')}</b> a day. Older rule: <b>{words('usual')}</b>.
      </p>
      <p className="text-[0.8125rem] text-soft">
        By NIOSH 98-126 and by OSHA 1910.95; a phone’s meter tells the level roughly. Wear protection, take
        breaks away from the amps. Ears that ring or feel dull afterwards are a warning. What stays is for a
        doctor or an audiologist.
      </p>
    </Card>
  );
}
