/** The handbook: for each skill what to look for, what it is taken for, what decides, and the arithmetic. */
import {
  type AtlasLook,
  type AtlasThing,
  lookAtThing,
  thingOf,
  type Trial,
  usualLook,
} from '../atlas';
import type { SkillId } from '../drills/skills';
import type { Plate } from '../records';
import type { Instrument } from '../sounding';
import { plate } from './plates';

export interface HandbookPage {
  /** What it is, and how it comes about. */
  is: string;
  /** What to look for. */
  look: string;
  /** What it is taken for. */
  taken: string;
  /** The test that decides. */
  decides: string;
  /** The sum one does in one's head; null where there is none. */
  sum: string | null;
  /** What to set. */
  set: string;
  /** Where people who teach this disagree, or care is called for. */
  note: string | null;
  /** Of the shipped waters. */
  plates: Plate[];
  /** Things by themselves, from easy to hard. */
  seen: AtlasPlate[];
}

/** A thing of the atlas under an instrument. */
export interface AtlasPlate {
  thing: AtlasThing;
  look: AtlasLook;
  caption: string;
}

/** As a plate, with the water that is made for it. */
export const plateOf = ({ thing, look, caption }: AtlasPlate, revealed = false): Plate & Trial => ({
  ...lookAtThing(thing, look),
  ...{ caption, revealed },
});

const seen = (
  thingId: string,
  instrument: Instrument,
  caption: string,
  change: Partial<AtlasLook> = {},
): AtlasPlate => ({
  thing: thingOf(thingId)!,
  look: { ...usualLook(instrument, change.depthM), ...change },
  caption,
});

export const HANDBOOK: Record<SkillId, HandbookPage> = {
  nowAndHistory: {
    is: 'A screen is a row of pings side by side. Each was heard when the boat was somewhere else; only the newest is of here and now.',
    look: 'The newest edge: the right edge of cone and down fan, the top row of the side fans. Only there is now; everything else has passed.',
    taken:
      'The middle or the left of the screen is taken for “here”, and the anchor goes down metres past the fish.',
    decides:
      'Stop the boat: what is really under you draws on as a level line, all else stays where it was on the screen and moves no more.',
    sum: 'Distance behind = speed × time since. At 1.5 m/s a mark of ten seconds ago lies 15 m behind.',
    set: 'Any scroll will do; watch what the edge does when the boat stops.',
    note: 'Keep a lookout: another person watches the water while one reads the screen.',
    plates: [
      plate(
        'slope',
        'The school at the left was passed half a minute ago; the right edge is now.',
        {
          revealed: true,
        },
      ),
      plate('side-bridge', 'On the side fans the newest row is at the top.'),
    ],
    seen: [
      seen('fish', 'cone', 'A fish that was passed: its arch drifts away from the edge.'),
      seen('boulder', 'sideFans', 'On the side fans it drifts downwards.'),
      seen('fish', 'column', 'Over one spot: the fish stays under you, the time runs on.'),
    ],
  },
  depthScale: {
    is: 'Depth on the screen is time: how long the sound was under way, times its speed, halved. It counts from the transducer; the draft is added.',
    look: 'The scale at the side, and where its zero is: at the surface, or at the transducer.',
    taken:
      'The number in the corner (depth of the bottom) is taken for the depth of the fish; a changed scale for a slope.',
    decides:
      'Read the mark against the scale, not against the bottom line; look whether the lower limit has jumped.',
    sum: 'Depth of a mark = draft + range. Off the bottom = bottom depth − depth of the mark.',
    set: 'Fix the lower limit before a slope; switch the automatic on over unknown ground.',
    note: null,
    plates: [
      plate('channel', 'Steep sides under one fixed scale: the slope is real.'),
      plate('slope-wide', 'The same scale far too long: half the screen is mud.'),
    ],
    seen: [
      seen('slope', 'cone', 'A slope, as the cone draws it.'),
      seen('fish', 'cone', 'A fish half way down twenty metres of water.', {
        depthM: 20,
        hangsAt: 0.5,
      }),
      seen('fish', 'downFan', 'The same fish under the down fan.', { depthM: 20, hangsAt: 0.5 }),
    ],
  },
  hardness: {
    is: 'A bottom is as strong as it is unlike water, and as long as it is rough: sound from its far parts comes late and makes the tail.',
    look: 'Thickness and tail of the bottom echo, and a second bottom at twice the depth.',
    taken: 'Thick weed or a soft layer is taken for the bottom; a low gain for mud.',
    decides:
      'At one gain: hard is strong, thick, with a long bright tail; soft is thin and blurred. Lower the gain: a soft layer fades, the bottom stays. A hard layer under mud shows at a low frequency and fades at a high one.',
    sum: 'The second bottom lies at twice the depth, a little less over a slope, and is twice as steep.',
    set: 'One gain for all you compare; low frequency to look into mud, high to see its surface.',
    note: null,
    plates: [
      plate('hump', 'Gravel rises from sand: brighter, with a longer tail.'),
      plate('far-flat', 'Mud and silt: a thinner line under the same gain.'),
      plate('hole-basin', 'Clay under soft mud: a second line, at no multiple of the depth.'),
      plate('hole-basin', 'The same at 50 kHz: the clay outdoes the mud over it.', {
        bandId: '50',
      }),
    ],
    seen: [
      seen('mud', 'cone', 'Soft mud, under the same gain as the next.'),
      seen('gravelBottom', 'cone', 'Gravel: thick, with a tail and a second bottom.'),
      seen('clayUnderMud', 'cone', 'Clay under mud at 50 kHz.', { bandId: '50', depthM: 6 }),
      seen('clayUnderMud', 'cone', 'The same at 200 kHz.', { bandId: '200', depthM: 6 }),
    ],
  },
  archAndSpeed: {
    is: 'A fish that enters the beam ahead is farther away than it will be right below: the range shrinks and grows again, and the echo with it.',
    look: 'A fish held still while the boat passes makes an arch: far, near, far; weak, strong, weak.',
    taken:
      'A long mark is taken for a big fish. Length is time in the beam: a slow boat, a fast scroll, or a fish that keeps up.',
    decides:
      'Size shows in strength and thickness. Half an arch means a tilted transducer or a fish that swam out.',
    sum: 'Double the speed, half the mark: pings on a fish = beam width at its depth ÷ speed × pings a second.',
    set: 'Walking pace to read; scroll so that arches are a hand wide.',
    note: null,
    plates: [
      plate('slope', 'At walking pace: arches.', { revealed: true }),
      plate('slope-fast', 'Three times as fast: the same fish are dots.', { pings: 420 }),
      plate('slope-crawl', 'Crawling: the same fish are worms.', { pings: 420 }),
    ],
    seen: [
      seen('fish', 'cone', 'On the axis: a whole arch.', { asideM: 0 }),
      seen('fish', 'cone', 'Beside the axis: weaker, later, shorter.', { asideM: 1 }),
      seen('fish', 'cone', 'A wider cone: a longer arch, the same fish.', { bandId: '50' }),
      seen('tilted', 'cone', 'A tilted transducer: half arches.'),
    ],
  },
  sizeCues: {
    is: "What comes back grows with the fish's swimbladder: twice the length, about 6 dB. Where the fish lies in the beam counts as much.",
    look: 'How strong and how thick the arch is at its middle, compared with the bottom beneath it.',
    taken:
      'Length for size; one fish on the axis for a larger one beside it; two close together for one big one.',
    decides:
      'Compare fish at like depth. The one in the middle of the beam is always stronger: pass again, a little to the side.',
    sum: 'Twice the length is about 6 dB more: a clear step of colour, not two.',
    set: 'Middle gain, so that the strongest colour is not reached; a sweep to part what is close together.',
    note: 'By strength, by thickness, by length: people disagree. Length is wrong unless the speed is known.',
    plates: [
      plate('slope', 'Zander and pike under the bait, bream farther on.', { revealed: true }),
      plate(
        'summer-basin',
        'Fish at different depths: the deep ones get more beam, and longer arches.',
      ),
    ],
    seen: [
      seen('fish', 'cone', 'Forty centimetres, on the axis.'),
      seen('largeFish', 'cone', 'A metre, on the axis.'),
      seen('largeFish', 'cone', 'The same beside it: as weak as the small one.', { asideM: 1 }),
      seen('noBladder', 'cone', 'Half a metre, without a swimbladder.'),
      seen('fishPair', 'cone', 'Two close together, drawn as one.'),
    ],
  },
  baitAndFish: {
    is: 'A school is hundreds of small echoes at once; they add up and cancel from ping to ping, and that is its grain.',
    look: 'A grainy cloud that hangs free, with no single arch and no root; single strong marks beside or under it.',
    taken: 'A weed clump, a tree top, or the thermocline: all are grainy.',
    decides:
      'Attached or free? Weed has a root. Even depth everywhere, on both views? Then it is a layer.',
    sum: 'Two fish closer than the range cell, c·τ/2 (or c/2B for a sweep), are one mark.',
    set: 'Middle gain; the down fan to look for clear water under a cloud.',
    note: null,
    plates: [
      plate('slope', 'A bleak school with fish under it.', { revealed: true }),
      plate('down-slope', 'The same under the down fan: grain for bait, dashes for fish.', {
        revealed: true,
      }),
    ],
    seen: [
      seen('baitSchool', 'cone', 'A school under the cone.'),
      seen('baitSchool', 'downFan', 'Under the down fan.'),
      seen('hunters', 'cone', 'Fish drive it from below.'),
      seen('baitLayer', 'cone', 'Spread wide in a layer.', { depthM: 12 }),
      seen('thermocline', 'cone', 'No fish at all: a thermocline.', { depthM: 12 }),
    ],
  },
  clutter: {
    is: 'Bubbles, wake, other sounders and wiring put marks on the picture that no fish made. Each follows a rule of its own, and by the rule it is known.',
    look: 'What no water makes: dashes at even spacing, rows of specks from top to bottom, threads that rise.',
    taken: 'Cross-talk dashes and bubbles are taken for fish, wake for bait near the surface.',
    decides:
      'Regular and slanting from ping to ping: another sounder. Threads on the down fan where the cone shows arches: bubbles.',
    sum: 'Another sounder that pings at f₂ beside your f₁ walks through the picture by c/2·(1/f₁ − 1/f₂) a ping.',
    set: 'Filters off while you learn; then the one that is needed, and no more.',
    note: 'Wiring: fuses, marine-rated parts, a battery of its own; a licensed fitter where required.',
    plates: [
      plate('slope-cross-talk', 'A second sounder beside ours.'),
      plate('slope-electrical', 'Noise from the wiring.'),
    ],
    seen: [
      seen('bubbleVent', 'cone', 'Gas that rises, as the cone draws it.'),
      seen('bubbleVent', 'downFan', 'The same under the down fan: threads.'),
      seen('wake', 'cone', 'A wake hangs from the surface.'),
      seen('crossTalk', 'downFan', 'Another sounder on the down fan.'),
    ],
  },
  empties: {
    is: 'Most water is empty most of the time. A good empty picture shows a clean bottom and dark water at a gain at which fish would show.',
    look: 'Bottom first, then what stands on it, then what hangs above. Nothing? Say so and move on.',
    taken:
      'An empty screen is taken for a broken one; the gain goes up until snow looks like fish.',
    decides:
      'Is the bottom clean and the water dark at a middle gain? Then the picture is good, and empty.',
    sum: null,
    set: 'Middle gain. If open water just speckles, nothing that could be seen is missing.',
    note: 'Most of the day there is nothing. Saying it surely is a skill.',
    plates: [
      plate('far-flat', 'Bottom and water, a good picture.', { revealed: true }),
      plate('side-empty', 'Clean bottom on both sides.', { revealed: true }),
    ],
    seen: [
      seen('gravelBottom', 'downFan', 'Nothing but the bottom, under the down fan.'),
      seen('rockBottom', 'cone', 'Rock, and nothing over it.'),
      seen('mud', 'sideFans', 'Mud on both sides.'),
    ],
  },
  gain: {
    is: 'Gain is by how much all that is heard is made brighter, fish, noise and bottom alike. It changes the picture, not what is heard.',
    look: 'Open water that just begins to speckle, a bottom that is thick but not a wall.',
    taken:
      'Full gain is taken for “seeing more”: snow hides fish, rocks and fish come in one colour.',
    decides:
      'Up until noise speckles, then back a little. Lower over hard bottom and in shallows, higher over mud and in depth.',
    sum: 'Every 6 dB doubles the amplitude; the picture holds about 56 dB from its weakest to its strongest colour.',
    set: 'By depth and bottom: the reckoner has the ladder. Set it anew for another palette.',
    note: 'Automatic first, from the middle, up to the noise and back, or as low as shows the lure: each has its hour.',
    plates: [
      plate('slope-full', 'Gain on full.'),
      plate('slope-thin', 'Gain too low: fish and bait are gone.'),
      plate('slope', 'From the middle.'),
    ],
    seen: [
      seen('fish', 'cone', 'A fish, 15 dB under the usual gain.', { gainDb: -15 }),
      seen('fish', 'cone', 'At the usual gain.'),
      seen('fish', 'cone', '15 dB over it.', { gainDb: 15 }),
      seen('gainFull', 'cone', 'On full.'),
    ],
  },
  frequency: {
    is: 'A low tone spreads wide and carries far; a high one is narrow and fine and dies away sooner. A sweep packs many tones into one ping.',
    look: 'How wide the beam is at the depth you fish, and how fine the cells are.',
    taken:
      'The higher number is taken for the better picture everywhere; in depth it hears nothing.',
    decides:
      'Low: wider, deeper, coarser, more fish. High: narrower, finer, less reach. A sweep: finer cells, less noise.',
    sum: 'Footprint = 2·d·tan(θ/2): about a third of the depth at 20°.',
    set: '200 or a sweep in shallows, 83 or 50 in depth; for the fans low to search, high for shape.',
    note: null,
    plates: [
      plate('slope', '200 kHz: narrow and fine.'),
      plate('slope-83', '83 kHz over the same way: more fish, less shape.'),
    ],
    seen: [
      seen('fishPair', 'cone', 'Two fish at 50 kHz: one mark.', { bandId: '50' }),
      seen('fishPair', 'cone', 'The same under the sweep.', { bandId: 'chirp' }),
      seen('boulder', 'sideFans', 'A boulder at 455 kHz.', { bandId: '455' }),
      seen('boulder', 'sideFans', 'And at 1150 kHz.', { bandId: '1150' }),
    ],
  },
  scroll: {
    is: 'Scroll is how many pixels a second the picture moves. Length along it is time, and means metres only at a known speed.',
    look: 'Whether round things are round: a metre along the track as long as a metre of depth.',
    taken: 'A stretched boulder is taken for a log, a squeezed brush pile for a rock.',
    decides:
      'Match the scroll to the boat. Then decide to mismatch on purpose: fastest for small fish at speed, slow when you stand.',
    sum: 'Matched scroll = pixels per metre × speed.',
    set: 'Match for shapes; fastest for small fish at speed; slow when standing.',
    note: null,
    plates: [
      plate('brush', 'Near enough matched.'),
      plate('brush-squeezed', 'Too slow: brush and stones look alike.', {
        pings: 1200,
        endAlongM: 140,
      }),
    ],
    seen: [
      seen('brushPile', 'downFan', 'A brush pile, whole stretch.'),
      seen('log', 'sideFans', 'A log beside the track.'),
      seen('tree', 'downFan', 'A tree, as high as it is.'),
    ],
  },
  rangeAndZoom: {
    is: 'The range says how much water is shown; every fish has as many pixels as that leaves it. Beyond the bottom there are only echoes of echoes.',
    look: 'The lower limit just under the bottom or the fish, and nothing wasted under it.',
    taken:
      'A wide range hides small fish as single pixels; a second bottom is taken for deeper water.',
    decides:
      'Bring the limit up: do the dots become arches? A line at about twice the depth is the same bottom, heard twice.',
    sum: 'Pixels per metre = height of the picture ÷ range. A fish of 30 cm wants ten of them along and three high.',
    set: 'Just under the bottom or the fish. Zoom on the bottom for bottom fish.',
    note: 'Fix the lower limit before a drop-off: the automatic makes a slope look wrong. It follows what the sounder takes for the bottom, and that can be bait, or lost.',
    plates: [
      plate('slope-wide', 'Range far too wide.'),
      plate('slope-short', 'Bottom off the screen.'),
      plate('slope', 'Just under the bottom.'),
    ],
    seen: [
      seen('gravelBottom', 'cone', 'Shallow and hard: the second bottom at twice the depth.', {
        depthM: 5,
      }),
      seen('fish', 'cone', 'A fish low over 25 m.', { depthM: 25, hangsAt: 0.9 }),
      seen('fishOnBottom', 'cone', 'A fish close to the bottom.'),
    ],
  },
  downFan: {
    is: 'A fan is a degree thin along the track and wide across it. Nothing stays in it for long: no arches, but shape.',
    look: 'Short bright dashes for fish, grain for bait, trunks and branches for trees. Nothing arches.',
    taken: 'A dash is taken for a twig; an arch on the cone for a fish when it is a bubble.',
    decides:
      'Side by side with the cone: what arches there and is a thread here is a bubble; what is a dash in clear water here is a fish.',
    sum: 'The fan is one to two degrees along the track: at 10 m about a third of a metre.',
    set: 'High frequency for structure, low for fish; scroll matched.',
    note: null,
    plates: [
      plate('down-brush', 'Wood has branches and a root.', { revealed: true }),
      plate('brush', 'The same way on the cone.', { pings: 252 }),
      plate('down-timber', 'Standing trees.'),
    ],
    seen: [
      seen('fish', 'downFan', 'A fish: a dash.'),
      seen('fish', 'cone', 'The same fish under the cone: an arch.'),
      seen('tree', 'downFan', 'A tree: trunk and branches.'),
      seen('weedBed', 'downFan', 'Weed: soft, rooted.'),
    ],
  },
  sideGeometry: {
    is: 'Each fan looks to its side and draws what comes back by its range along the slope of the beam. What is straight below comes first; before it there is only water.',
    look: 'The dark middle is water under the boat; its half width is the depth. The first bright edge is the bottom straight below.',
    taken:
      'Slant range is taken for distance on the chart; fish in the dark middle for fish at that side and place.',
    decides:
      'Things within the dark middle hang at that range in any direction. Outside, correct the range by the depth.',
    sum: 'Offset from the track = √(R² − h²). At R = 13, h = 5: 12 m.',
    set: 'Range by depth and purpose; straight lanes at a steady speed.',
    note: null,
    plates: [
      plate('side-lane', 'The dark middle, and a straight lane to one side.', { revealed: true }),
      plate('side-mill', 'Right angles are man-made.'),
    ],
    seen: [
      seen('ditch', 'sideFans', 'A ditch along the track.'),
      seen('nests', 'sideFans', 'Nests in rows.', { depthM: 3 }),
      seen('ripple', 'sideFans', 'Ripples of sand.', { depthM: 4 }),
      seen('foundation', 'sideFans', 'Right angles.'),
    ],
  },
  shadows: {
    is: 'Where a thing stands, no sound reaches the ground behind it: nothing comes back from there. The lower the sound comes in, the longer the shadow.',
    look: 'Shadow first: it is often sharper than the thing that casts it.',
    taken: 'A shadow is taken for a hole; a fish without its shadow for a stone.',
    decides: 'Touches the echo: it stands on the bottom. A gap between them: it hangs.',
    sum: 'Height of a thing = h·(R end − R near) ÷ R end. Off the bottom = h·(1 − R fish ÷ R shadow).',
    set: 'Contrast up: shadows jump out. Range two to five times the depth.',
    note: null,
    plates: [
      plate('side-bridge', 'Upright things throw long narrow shadows.', { revealed: true }),
      plate('side-timber', 'Standing timber: long shadows, and the gaps between them.'),
    ],
    seen: [
      seen('tree', 'sideFans', 'A tree: long and narrow.'),
      seen('log', 'sideFans', 'A log: along the whole of it.'),
      seen('fish', 'sideFans', 'A fish: its shadow lies apart.', { hangsAt: 0.8 }),
      seen('hump', 'sideFans', 'A hump: bright near, dark behind.'),
      seen('hole', 'sideFans', 'A hole: dark near, bright behind.'),
    ],
  },
  sideRange: {
    is: 'Farther out the sound grazes the ground: shadows grow, the bottom fades, and each thing has fewer pixels.',
    look: 'Whether the far third still has contrast, and whether the thing you seek has pixels enough.',
    taken: 'A wide range is taken for covering more ground; small fish vanish in it.',
    decides:
      'Halve the range over a known thing: if it gains shape, the range was too wide for its purpose.',
    sum: 'Hunting: about twice the depth a side. Searching: five to ten times in shallows, two to five in depth.',
    set: 'About twice the depth to hunt, five to ten times in shallows to search.',
    note: 'Tied to depth, or one habit of 20, 30 or 45 m: both work; mixing them does not.',
    plates: [
      plate('side-wide', 'The mill from too far.'),
      plate('side-near', 'The mill at fifteen metres a side.'),
    ],
    seen: [
      seen('boulder', 'sideFans', 'A boulder near by.', { asideM: 8, depthM: 6 }),
      seen('boulder', 'sideFans', 'The same boulder four depths out.', { asideM: 24, depthM: 6 }),
      seen('wall', 'sideFans', 'A wall three depths out.', { asideM: 18, depthM: 6 }),
    ],
  },
  distortions: {
    is: 'The picture takes the boat for steady and straight. Where it is not, the picture bends, leans or stripes, all of it alike.',
    look: 'What bends, leans or repeats all alike: it is the boat, not the water.',
    taken:
      'A hard turn is taken for a bent shore, a rolled mount for leaning posts, stop and start for a wall.',
    decides:
      'All lean alike: tilt. Fanned on one side and folded on the other: a turn. Stripes: the boat stood.',
    sum: null,
    set: 'Straight lanes, steady speed, a level transducer.',
    note: 'Scan in straight lanes at a steady speed, and leave what was seen in the turn unread.',
    plates: [
      plate('side-turn', 'A hard turn.'),
      plate('side-stop-start', 'Stop and start.'),
      plate('slope-tilted', 'A tilted transducer: half arches.'),
      plate('slope-air', 'Air over the transducer.'),
    ],
    seen: [
      seen('tilted', 'cone', 'Tilted forward: half arches.'),
      seen('piling', 'cone', 'A post under a level transducer.'),
      seen('air', 'cone', 'Air over the transducer.'),
    ],
  },
  wood: {
    is: 'Wood is full of gaps: many small echoes with water between them, and a root in the ground.',
    look: 'A ragged outline with a grainy inside, rooted; trunks and branches on the down fan.',
    taken: 'Bait over the bottom, weed, or a rock pile.',
    decides:
      'A root and branches: wood. Soft edges and hardly a shadow: weed. The shadow of a lying log runs along its whole length.',
    sum: null,
    set: 'Down fan at a high frequency; side fans for the shadow.',
    note: 'Standing timber and moored lines: slow down.',
    plates: [
      plate('down-timber', 'Trees under the down fan.', { revealed: true }),
      plate('side-timber', 'Standing timber from the side.', { revealed: true }),
    ],
    seen: [
      seen('tree', 'cone', 'A tree under the cone.'),
      seen('brushPile', 'downFan', 'Brush under the down fan.'),
      seen('stump', 'sideFans', 'A stump from the side.'),
      seen('log', 'sideFans', 'A log from the side.'),
      seen('weedBed', 'cone', 'Weed, for comparison.', { depthM: 5 }),
    ],
  },
  rock: {
    is: 'Stone is hard and has no gaps: one firm face that returns all that meets it.',
    look: 'A firm smooth hump as strong as the bottom itself, with a short full shadow.',
    taken: 'A fish close to the bottom; a stump.',
    decides: 'The shadow touches it, and it is there on the second pass.',
    sum: null,
    set: 'Lower gain over rock, or it is all in one colour.',
    note: null,
    plates: [
      plate('brush', 'Stones between two brush piles.', { revealed: true }),
      plate('reef', 'Rock of the reef.'),
    ],
    seen: [
      seen('boulder', 'sideFans', 'A boulder: bright face, short shadow.'),
      seen('boulder', 'cone', 'The same under the cone: a bump.'),
      seen('rockPile', 'sideFans', 'A heap of stones.'),
      seen('rockBottom', 'sideFans', 'Bare rock.'),
    ],
  },
  built: {
    is: 'What people built is straight, square and evenly spaced. Sound shows the faces that look at you, and shadows the rest.',
    look: 'Straight lines, right angles, even spacing.',
    taken: 'A straight edge of rock, or a fallen tree.',
    decides:
      'Nature seldom repeats: count the spacing. Evenly spaced shadows are piers, posts or ribs.',
    sum: 'Length along the track = pings × speed × time between pings.',
    set: 'Side fans, high frequency, 15 to 25 m a side; pass it from two sides.',
    note: 'Keep off private structures, docks and dams.',
    plates: [
      plate('side-mill', 'Four walls in a square.', { revealed: true }),
      plate('side-wreck', 'An old coaster.', { revealed: true }),
    ],
    seen: [
      seen('foundation', 'sideFans', 'A foundation.'),
      seen('road', 'sideFans', 'A road through soft ground.'),
      seen('boatHull', 'sideFans', 'A sunken boat.'),
      seen('wreckRibs', 'sideFans', 'Ribs of a hull.'),
      seen('culvert', 'sideFans', 'A culvert.'),
    ],
  },
  nearBottom: {
    is: 'The first ground that answers hides all that is farther away, and in a wide beam the first ground is not the one straight below.',
    look: 'A bump on the bottom line that has a gap, however thin, under it.',
    taken:
      'A fish that hugs the bottom is inside its echo: nobody can see it, and nobody should be blamed.',
    decides:
      'Zoom on the bottom; go back slowly. At the beam’s edge more is hidden than on its axis.',
    sum: 'Hidden at the edge: d·(1 − cos θ/2) and a range cell. At 20 m and 20°: 0.38 m.',
    set: 'Narrow beam, short range, bottom lock; go back slowly.',
    note: 'Fish brought up from about 10 m and more may not live when released: fish shallower, and follow local rules.',
    plates: [
      plate('slope', 'Bream close to the mud: some are grown to it.', { revealed: true }),
      plate('hump', 'A slope hides more than a flat.'),
    ],
    seen: [
      seen('fishOnBottom', 'cone', 'A fish close to level ground.'),
      seen('fishOnBottom', 'cone', 'The same in a wide cone.', { bandId: '50' }),
      seen('fishOnBottom', 'downFan', 'Under the down fan.'),
      seen('fishOnBottom', 'sideFans', 'On the side fans: its shadow tells.', { depthM: 5 }),
    ],
  },
  position: {
    is: 'A mark on a screen is a range at a time. Where it lies follows from where the boat was then, how it lay, and how deep it is.',
    look: 'The ping at which the mark stands, the course then, and its slant range.',
    taken: 'The mark is put where the boat is now, or at the slant range straight off the bow.',
    decides:
      'Square to the course at its ping. From the other side: if it is at the same range from both, it lies between the tracks.',
    sum: 'Behind = speed × time; aside = √(R² − h²). A second look from the other side halves the doubt.',
    set: 'Straight passes, and one back on the other side.',
    note: 'Training charts are not for navigation.',
    plates: [
      plate('side-wreck', 'Going out: the wreck to one side.', { revealed: true }),
      plate('side-wreck-back', 'Coming back: the same wreck, the other side.', { revealed: true }),
    ],
    seen: [
      seen('boatHull', 'sideFans', 'A sunken boat ten metres to starboard.', {
        asideM: 10,
        depthM: 6,
      }),
      seen('piling', 'sideFans', 'A post eight metres out: mark its foot, not its shadow.', {
        asideM: 8,
      }),
      seen('boulder', 'sideFans', 'A boulder eight metres out.', { asideM: 8, depthM: 6 }),
    ],
  },
  column: {
    is: 'The cone over one spot: nothing moves but what swims, and the lure. Time runs on at the right edge.',
    look: 'A level line that obeys the hand is the lure; lines that come and go are fish.',
    taken: 'The lure is taken for a fish; a fish at the beam’s edge for a small one.',
    decides:
      'Move the rod: what moves with it is the lure. A fish grows stronger as it nears the axis.',
    sum: 'Beam under the hole = 2·d·tan(θ/2): at 9 m and 20°, 3.2 m across.',
    set: 'Gain as low as keeps the lure in sight; narrow beam in depth.',
    note: 'Ice thickness varies: follow local ice advice, and never go alone.',
    plates: [
      plate('hole-basin', 'A hole over the basin.', { revealed: true }),
      plate('hole-bar-full', 'The same gain on full: the lure is lost in snow.'),
    ],
    seen: [
      seen('lure', 'column', 'A lure.'),
      seen('fish', 'column', 'A fish that stays.'),
      seen('fish', 'column', 'One beside the axis: weaker and lower.', { asideM: 1 }),
      seen('baitSchool', 'column', 'Bait under the hole.'),
    ],
  },
  sector: {
    is: 'Many narrow beams in one plane, all at once, many times a second: a moving picture of a slice of water.',
    look: 'Movement: what stands still is structure, what goes is alive.',
    taken: 'Left and right of the plane: it looks in one plane only, and turns with the mount.',
    decides:
      'Wait for the next frames. Forward is to one side, behind to the other, whichever way the mount points.',
    sum: 'Out = R·sin(angle), depth = draft + R·cos(angle).',
    set: 'Turn the mount to what you look at; range just past it.',
    note: null,
    plates: [
      plate('sector-bridge', 'Piers ahead of the anchor.'),
      plate('sector-bridge-later', 'The boat has swung, the piers have not.'),
    ],
    seen: [
      seen('fish', 'sector', 'A fish in the plane.'),
      seen('tree', 'sector', 'A tree ahead.'),
      seen('piling', 'sector', 'A post.'),
    ],
  },
  chart: {
    is: 'Where life stands follows from depth, slope, season and the days before. A chart says where to look first, not what is there.',
    look: 'Steep drops, points, humps, saddles, outside bends of a channel, where a channel comes near a flat.',
    taken:
      'Fish are sought where they were last month; nearby fish are believed gone for good after a change of weather.',
    decides:
      'What did the last days do to shallow water? Cold: deep, tight, near the creek mouth. Warm: up the creek, out on the flats. Summer: on and just above the thermocline.',
    sum: 'Correct the chart first: offset = measured depth − charted depth.',
    set: 'Correct the level by a sounding; draw your own contours where none are charted.',
    note: 'Spawning beds: look, don’t disturb, and obey closures.',
    plates: [
      plate('channel', 'Where the channel comes nearest the flat.'),
      plate('summer', 'Summer: life on and just above the layer.'),
    ],
    seen: [
      seen('slope', 'cone', 'A slope.'),
      seen('hump', 'cone', 'A hump.'),
      seen('ditch', 'sideFans', 'A ditch: life follows such lines.'),
    ],
  },
};
