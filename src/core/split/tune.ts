import { remember } from '../base/index';
import { formatTune, parseTune, type PlanName, type PlanTune } from '../form/index';
import type { Device } from '../grip/index';
import { midi } from '../pitch/index';
import type { Plan, Role, Style } from './plan';
import { PLANS } from './plans';

/** Which guitars are driven: there a third may be unwelcome. */
interface Driven {
  readonly guitar1: boolean;
  readonly guitar2: boolean;
}

/** What a tuning adds to or takes from a plan, in points and semitones: taste, ours, like the plans themselves. */
const NO_THIRD_POINTS = 900;
const OTHER_POWER_POINTS = 320;
const LOW_RINGS_POINTS = 60;
const LOW_STOPPED_POINTS = 1500;
const APART = { close: { share: 0.4, semitones: -3 }, wide: { share: 1.6, semitones: 4 } } as const;

const WITH_THIRD: readonly Device[] = ['third', 'sixth', 'tenth', 'triad', 'full', 'shell'];

/** A plan as it is tuned; the same object for the same tuning. */
export function tunedPlan(plan: PlanName, tune: PlanTune, driven: Driven): Plan {
  const words = formatTune(tune);
  if (words === '') return PLANS[plan];
  return known(`${plan}|${words}|${driven.guitar1 ? 1 : 0}${driven.guitar2 ? 1 : 0}`);
}

const known = remember((id: string): Plan => {
  const [name, words, gains] = id.split('|') as [PlanName, string, string];
  const plan = PLANS[name];
  const read = parseTune(words);
  if (!read.ok) return plan;
  const tune = read.value;
  const apart = tune.apart ? APART[tune.apart] : null;
  const guitar1 = tuned(plan.roles.guitar1, tune, { driven: gains[0] === '1', up: 0 });
  const guitar2 = tuned(plan.roles.guitar2, tune, { driven: gains[1] === '1', up: apart?.semitones ?? 0 });
  return {
    ...plan,
    roles: { ...plan.roles, guitar1, guitar2 },
    separation: plan.separation > 0 && apart ? Math.round(plan.separation * apart.share) : plan.separation,
    above: plan.above !== null && apart ? Math.max(0, plan.above + apart.semitones) : plan.above,
    missingThird: tune.thirds === 'no' && gains === '11' ? { clean: 0, driven: 0 } : plan.missingThird,
  };
});

interface TuneOf {
  readonly driven: boolean;
  readonly up: number;
}

function tuned(role: Role, tune: PlanTune, of: TuneOf): Role {
  const allows = tune.thirds === 'yes' && of.driven ? { allowsThirds: true } : {};
  return {
    ...role,
    ...allows,
    clean: tunedStyle(role.clean, tune, of),
    driven: tunedStyle(role.driven, tune, of),
  };
}

function tunedStyle(style: Style, tune: PlanTune, of: TuneOf): Style {
  const devices: Partial<Record<Device, number>> = { ...style.devices };
  const add = (device: Device, points: number) => {
    if (devices[device] !== undefined) devices[device] = devices[device] + points;
  };
  if (tune.power === 'two' && devices.power3 !== undefined) {
    devices.power2 = Math.min(devices.power2 ?? 0, devices.power3);
    devices.power3 = devices.power2 + OTHER_POWER_POINTS;
  }
  if (tune.power === 'three' && devices.power3 !== undefined) {
    devices.power3 = Math.min(devices.power3, devices.power2 ?? 0);
    devices.power2 = devices.power3 + OTHER_POWER_POINTS;
  }
  if (tune.thirds === 'no' && of.driven) for (const device of WITH_THIRD) add(device, NO_THIRD_POINTS);
  if (tune.thirds === 'yes' && of.driven) {
    for (const device of WITH_THIRD)
      if (devices[device] !== undefined) devices[device] = Math.min(devices[device], 120);
  }
  if (tune.low === 'rings') devices.drone = LOW_RINGS_POINTS;
  if (tune.low === 'stopped') devices.drone = LOW_STOPPED_POINTS;
  const move = (m: number) => midi(Math.min(127, Math.max(0, m + of.up)));
  return { devices, lowest: [move(style.lowest[0]), move(style.lowest[1])], top: move(style.top) };
}
