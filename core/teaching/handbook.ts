/** The handbook: for each skill what to look for, what it is taken for, what decides, and the arithmetic. */
import type { SkillId } from '../drills/skills';
import type { Plate } from '../records';
import { plate } from './plates';

export interface HandbookPage {
  /** What to look for. */
  look: string;
  /** What it is taken for. */
  taken: string;
  /** The test that decides. */
  decides: string;
  /** The sum one does in one's head; null where there is none. */
  sum: string | null;
  /** Where people who teach this disagree, or care is called for. */
  note: string | null;
  plates: Plate[];
}

const page = (
  look: string,
  taken: string,
  decides: string,
  sum: string | null,
  plates: Plate[],
  note: string | null = null,
): HandbookPage => ({ look, taken, decides, sum, note, plates });

export const HANDBOOK: Record<SkillId, HandbookPage> = {
  nowAndHistory: page(
    'The newest edge: the right edge of cone and down fan, the top row of the side fans. Only there is now; everything else has passed.',
    'The middle or the left of the screen is taken for “here”, and the anchor goes down metres past the fish.',
    'Stop the boat: what is really under you draws on as a level line, all else stays where it was on the screen and moves no more.',
    'Distance behind = speed × time since. At 1.5 m/s a mark of ten seconds ago lies 15 m behind.',
    [
      plate(
        'slope',
        'The school at the left was passed half a minute ago; the right edge is now.',
        {
          revealed: true,
        },
      ),
      plate('side-bridge', 'On the side fans the newest row is at the top.'),
    ],
    'Keep a lookout: another person watches the water while one reads the screen.',
  ),
  depthScale: page(
    'The scale at the side, and where its zero is: at the surface, or at the transducer.',
    'The number in the corner (depth of the bottom) is taken for the depth of the fish; a changed scale for a slope.',
    'Read the mark against the scale, not against the bottom line; look whether the lower limit has jumped.',
    'Depth of a mark = draft + range. Off the bottom = bottom depth − depth of the mark.',
    [
      plate('channel', 'Steep sides under one fixed scale: the slope is real.'),
      plate('slope-wide', 'The same scale far too long: half the screen is mud.'),
    ],
  ),
  hardness: page(
    'Thickness and tail of the bottom echo, and a second bottom at twice the depth.',
    'Thick weed or a soft layer is taken for the bottom; a low gain for mud.',
    'At one gain: hard is strong, thick, with a long bright tail; soft is thin and blurred. Lower the gain: a soft layer fades, the bottom stays. A hard layer under mud shows at a low frequency and fades at a high one.',
    'The second bottom lies at twice the depth, a little less over a slope, and is twice as steep.',
    [
      plate('hump', 'Gravel rises from sand: brighter, with a longer tail.'),
      plate('far-flat', 'Mud and silt: a thinner line under the same gain.'),
      plate('hole-basin', 'Clay under soft mud: a second line, at no multiple of the depth.'),
      plate('hole-basin', 'The same at 50 kHz: the clay outdoes the mud over it.', {
        bandId: '50',
      }),
    ],
  ),
  archAndSpeed: page(
    'A fish held still while the boat passes makes an arch: far, near, far; weak, strong, weak.',
    'A long mark is taken for a big fish. Length is time in the beam: a slow boat, a fast scroll, or a fish that keeps up.',
    'Size shows in strength and thickness. Half an arch means a tilted transducer or a fish that swam out.',
    'Double the speed, half the mark: pings on a fish = beam width at its depth ÷ speed × pings a second.',
    [
      plate('slope', 'At walking pace: arches.', { revealed: true }),
      plate('slope-fast', 'Three times as fast: the same fish are dots.', { pings: 420 }),
      plate('slope-crawl', 'Crawling: the same fish are worms.', { pings: 420 }),
    ],
  ),
  sizeCues: page(
    'How strong and how thick the arch is at its middle, compared with the bottom beneath it.',
    'Length for size; one fish on the axis for a larger one beside it; two close together for one big one.',
    'Compare fish at like depth. The one in the middle of the beam is always stronger: pass again, a little to the side.',
    'Twice the length is about 6 dB more: a clear step of colour, not two.',
    [
      plate('slope', 'Zander and pike under the bait, bream farther on.', { revealed: true }),
      plate(
        'summer-basin',
        'Fish at different depths: the deep ones get more beam, and longer arches.',
      ),
    ],
    'By strength, by thickness, by length: people disagree. Length is wrong unless the speed is known.',
  ),
  baitAndFish: page(
    'A grainy cloud that hangs free, with no single arch and no root; single strong marks beside or under it.',
    'A weed clump, a tree top, or the thermocline: all are grainy.',
    'Attached or free? Weed has a root. Even depth everywhere, on both views? Then it is a layer.',
    'Two fish closer than the range cell, c·τ/2 (or c/2B for a sweep), are one mark.',
    [
      plate('slope', 'A bleak school with fish under it.', { revealed: true }),
      plate('down-slope', 'The same under the down fan: grain for bait, dashes for fish.', {
        revealed: true,
      }),
    ],
  ),
  clutter: page(
    'What no water makes: dashes at even spacing, rows of specks from top to bottom, threads that rise.',
    'Cross-talk dashes and bubbles are taken for fish, wake for bait near the surface.',
    'Regular and slanting from ping to ping: another sounder. Threads on the down fan where the cone shows arches: bubbles.',
    'Another sounder that pings at f₂ beside your f₁ walks through the picture by c/2·(1/f₁ − 1/f₂) a ping.',
    [
      plate('slope-cross-talk', 'A second sounder beside ours.'),
      plate('slope-electrical', 'Noise from the wiring.'),
    ],
    'Wiring: fuses, marine-rated parts, a battery of its own; a licensed fitter where required.',
  ),
  empties: page(
    'Bottom first, then what stands on it, then what hangs above. Nothing? Say so and move on.',
    'An empty screen is taken for a broken one; the gain goes up until snow looks like fish.',
    'Is the bottom clean and the water dark at a middle gain? Then the picture is good, and empty.',
    null,
    [
      plate('far-flat', 'Bottom and water, a good picture.', { revealed: true }),
      plate('side-empty', 'Clean bottom on both sides.', { revealed: true }),
    ],
    'Most of the day there is nothing. Saying it surely is a skill.',
  ),
  gain: page(
    'Open water that just begins to speckle, a bottom that is thick but not a wall.',
    'Full gain is taken for “seeing more”: snow hides fish, rocks and fish come in one colour.',
    'Up until noise speckles, then back a little. Lower over hard bottom and in shallows, higher over mud and in depth.',
    'Every 6 dB doubles the amplitude; the picture holds about 56 dB from its weakest to its strongest colour.',
    [
      plate('slope-full', 'Gain on full.'),
      plate('slope-thin', 'Gain too low: fish and bait are gone.'),
      plate('slope', 'From the middle.'),
    ],
    'Automatic first, from the middle, up to the noise and back, or as low as shows the lure: each has its hour.',
  ),
  frequency: page(
    'How wide the beam is at the depth you fish, and how fine the cells are.',
    'The higher number is taken for the better picture everywhere; in depth it hears nothing.',
    'Low: wider, deeper, coarser, more fish. High: narrower, finer, less reach. A sweep: finer cells, less noise.',
    'Footprint = 2·d·tan(θ/2): about a third of the depth at 20°.',
    [
      plate('slope', '200 kHz: narrow and fine.'),
      plate('slope-83', '83 kHz over the same way: more fish, less shape.'),
    ],
  ),
  scroll: page(
    'Whether round things are round: a metre along the track as long as a metre of depth.',
    'A stretched boulder is taken for a log, a squeezed brush pile for a rock.',
    'Match the scroll to the boat. Then decide to mismatch on purpose: fastest for small fish at speed, slow when you stand.',
    'Matched scroll = pixels per metre × speed.',
    [
      plate('brush', 'Near enough matched.'),
      plate('brush-squeezed', 'Too slow: brush and stones look alike.', {
        pings: 1200,
        endAlongM: 140,
      }),
    ],
  ),
  rangeAndZoom: page(
    'The lower limit just under the bottom or the fish, and nothing wasted under it.',
    'A wide range hides small fish as single pixels; a second bottom is taken for deeper water.',
    'Bring the limit up: do the dots become arches? A line at about twice the depth is the same bottom, heard twice.',
    'Pixels per metre = height of the picture ÷ range. A fish of 30 cm wants ten of them along and three high.',
    [
      plate('slope-wide', 'Range far too wide.'),
      plate('slope-short', 'Bottom off the screen.'),
      plate('slope', 'Just under the bottom.'),
    ],
    'Fix the lower limit before a drop-off: the automatic makes a slope look wrong. It follows what the sounder takes for the bottom, and that can be bait, or lost.',
  ),
  downFan: page(
    'Short bright dashes for fish, grain for bait, trunks and branches for trees. Nothing arches.',
    'A dash is taken for a twig; an arch on the cone for a fish when it is a bubble.',
    'Side by side with the cone: what arches there and is a thread here is a bubble; what is a dash in clear water here is a fish.',
    'The fan is one to two degrees along the track: at 10 m about a third of a metre.',
    [
      plate('down-brush', 'Wood has branches and a root.', { revealed: true }),
      plate('brush', 'The same way on the cone.', { pings: 252 }),
      plate('down-timber', 'Standing trees.'),
    ],
  ),
  sideGeometry: page(
    'The dark middle is water under the boat; its half width is the depth. The first bright edge is the bottom straight below.',
    'Slant range is taken for distance on the chart; fish in the dark middle for fish at that side and place.',
    'Things within the dark middle hang at that range in any direction. Outside, correct the range by the depth.',
    'Offset from the track = √(R² − h²). At R = 13, h = 5: 12 m.',
    [
      plate('side-lane', 'The dark middle, and a straight lane to one side.', { revealed: true }),
      plate('side-mill', 'Right angles are man-made.'),
    ],
  ),
  shadows: page(
    'Shadow first: it is often sharper than the thing that casts it.',
    'A shadow is taken for a hole; a fish without its shadow for a stone.',
    'Touches the echo: it stands on the bottom. A gap between them: it hangs.',
    'Height of a thing = h·(R end − R near) ÷ R end. Off the bottom = h·(1 − R fish ÷ R shadow).',
    [
      plate('side-bridge', 'Upright things throw long narrow shadows.', { revealed: true }),
      plate('side-timber', 'Standing timber: long shadows, and the gaps between them.'),
    ],
  ),
  sideRange: page(
    'Whether the far third still has contrast, and whether the thing you seek has pixels enough.',
    'A wide range is taken for covering more ground; small fish vanish in it.',
    'Halve the range over a known thing: if it gains shape, the range was too wide for its purpose.',
    'Hunting: about twice the depth a side. Searching: five to ten times in shallows, two to five in depth.',
    [
      plate('side-wide', 'The mill from too far.'),
      plate('side-near', 'The mill at fifteen metres a side.'),
    ],
    'Tied to depth, or one habit of 20, 30 or 45 m: both work; mixing them does not.',
  ),
  distortions: page(
    'What bends, leans or repeats all alike: it is the boat, not the water.',
    'A hard turn is taken for a bent shore, a rolled mount for leaning posts, stop and start for a wall.',
    'All lean alike: tilt. Fanned on one side and folded on the other: a turn. Stripes: the boat stood.',
    null,
    [
      plate('side-turn', 'A hard turn.'),
      plate('side-stop-start', 'Stop and start.'),
      plate('slope-tilted', 'A tilted transducer: half arches.'),
      plate('slope-air', 'Air over the transducer.'),
    ],
    'Scan in straight lanes at a steady speed, and leave what was seen in the turn unread.',
  ),
  wood: page(
    'A ragged outline with a grainy inside, rooted; trunks and branches on the down fan.',
    'Bait over the bottom, weed, or a rock pile.',
    'A root and branches: wood. Soft edges and hardly a shadow: weed. The shadow of a lying log runs along its whole length.',
    null,
    [
      plate('down-timber', 'Trees under the down fan.', { revealed: true }),
      plate('side-timber', 'Standing timber from the side.', { revealed: true }),
    ],
    'Standing timber and moored lines: slow down.',
  ),
  rock: page(
    'A firm smooth hump as strong as the bottom itself, with a short full shadow.',
    'A fish close to the bottom; a stump.',
    'The shadow touches it, and it is there on the second pass.',
    null,
    [
      plate('brush', 'Stones between two brush piles.', { revealed: true }),
      plate('reef', 'Rock of the reef.'),
    ],
  ),
  built: page(
    'Straight lines, right angles, even spacing.',
    'A straight edge of rock, or a fallen tree.',
    'Nature seldom repeats: count the spacing. Evenly spaced shadows are piers, posts or ribs.',
    'Length along the track = pings × speed × time between pings.',
    [
      plate('side-mill', 'Four walls in a square.', { revealed: true }),
      plate('side-wreck', 'An old coaster.', { revealed: true }),
    ],
    'Keep off private structures, docks and dams.',
  ),
  nearBottom: page(
    'A bump on the bottom line that has a gap, however thin, under it.',
    'A fish that hugs the bottom is inside its echo: nobody can see it, and nobody should be blamed.',
    'Zoom on the bottom; go back slowly. At the beam’s edge more is hidden than on its axis.',
    'Hidden at the edge: d·(1 − cos θ/2) and a range cell. At 20 m and 20°: 0.38 m.',
    [
      plate('slope', 'Bream close to the mud: some are grown to it.', { revealed: true }),
      plate('hump', 'A slope hides more than a flat.'),
    ],
    'Fish brought up from about 10 m and more may not live when released: fish shallower, and follow local rules.',
  ),
  position: page(
    'The ping at which the mark stands, the course then, and its slant range.',
    'The mark is put where the boat is now, or at the slant range straight off the bow.',
    'Square to the course at its ping. From the other side: if it is at the same range from both, it lies between the tracks.',
    'Behind = speed × time; aside = √(R² − h²). A second look from the other side halves the doubt.',
    [
      plate('side-wreck', 'Going out: the wreck to one side.', { revealed: true }),
      plate('side-wreck-back', 'Coming back: the same wreck, the other side.', { revealed: true }),
    ],
    'Training charts are not for navigation.',
  ),
  column: page(
    'A level line that obeys the hand is the lure; lines that come and go are fish.',
    'The lure is taken for a fish; a fish at the beam’s edge for a small one.',
    'Move the rod: what moves with it is the lure. A fish grows stronger as it nears the axis.',
    'Beam under the hole = 2·d·tan(θ/2): at 9 m and 20°, 3.2 m across.',
    [
      plate('hole-basin', 'A hole over the basin.', { revealed: true }),
      plate('hole-bar-full', 'The same gain on full: the lure is lost in snow.'),
    ],
    'Ice thickness varies: follow local ice advice, and never go alone.',
  ),
  sector: page(
    'Movement: what stands still is structure, what goes is alive.',
    'Left and right of the plane: it looks in one plane only, and turns with the mount.',
    'Wait for the next frames. Forward is to one side, behind to the other, whichever way the mount points.',
    'Out = R·sin(angle), depth = draft + R·cos(angle).',
    [
      plate('sector-bridge', 'Piers ahead of the anchor.'),
      plate('sector-bridge-later', 'The boat has swung, the piers have not.'),
    ],
  ),
  chart: page(
    'Steep drops, points, humps, saddles, outside bends of a channel, where a channel comes near a flat.',
    'Fish are sought where they were last month; nearby fish are believed gone for good after a change of weather.',
    'What did the last days do to shallow water? Cold: deep, tight, near the creek mouth. Warm: up the creek, out on the flats. Summer: on and just above the thermocline.',
    'Correct the chart first: offset = measured depth − charted depth.',
    [
      plate('channel', 'Where the channel comes nearest the flat.'),
      plate('summer', 'Summer: life on and just above the layer.'),
    ],
    'Spawning beds: look, don’t disturb, and obey closures.',
  ),
};
