import { isMetric } from '../../ui/units';
/** A vertical track seen from inside, with its roller and the clamp above it. */
export function Clamp() {
  return (
    <g>
      <path className="heavy" d="M 120 8 V 142 M 146 8 V 142" />
      <circle className="body" cx="133" cy="92" r="11" />
      <path className="thin" d="M 144 92 H 232 M 232 30 V 142" />
      <path className="mark" d="M 110 60 H 156 V 76 H 110 Z" />
      <path className="mark" d="M 110 68 H 84 M 84 60 V 76" />
      <text x="78" y="72" className="end">
        clamp
      </text>
      <text x="244" y="72">
        right above a roller
      </text>
      <text x="244" y="96">
        roller
      </text>
      <text x="244" y="24">
        door edge
      </text>
    </g>
  );
}

/** The left end of the shaft: plate, bearing, drum and cable. */
export function Drum() {
  return (
    <g>
      <path className="body" d="M 40 66 H 380 V 80 H 40 Z" />
      <path className="body" d="M 62 26 H 74 V 124 H 62 Z" />
      <path className="body" d="M 74 58 H 84 V 88 H 74 Z" />
      <path className="body" d="M 84 30 H 104 L 150 40 V 106 L 104 116 H 84 Z" />
      <path className="body" d="M 150 54 H 186 V 92 H 150 Z" />
      <path className="mark" d="M 162 48 V 62 M 174 48 V 62" />
      <path className="rope" d="M 92 30 V 146" />
      <text x="196" y="36">
        screws inward:
      </text>
      <text x="196" y="53">
        mark where they bite
      </text>
      <text x="104" y="140">
        cable, between wall and rollers
      </text>
      <text x="84" y="20">
        drum against the bearing
      </text>
    </g>
  );
}

/** Both springs from inside: a right-hand helix leans like a backslash before the eye, a left-hand one like a slash. */
export function Hand() {
  const coils = (from: number, lean: number) =>
    Array.from(
      { length: 9 },
      (_, coil) => `M ${from + coil * 14} ${lean > 0 ? 44 : 84} l 10 ${lean > 0 ? 40 : -40}`,
    ).join(' ');
  return (
    <g>
      <path className="thin" d="M 20 64 H 400" />
      <path className="body" d="M 204 34 H 216 V 94 H 204 Z" />
      <path className="heavy" d={coils(70, 1)} />
      <path className="heavy" d={coils(222, -1)} />
      <path className="mark" d="M 50 108 V 26 M 42 38 L 50 26 L 58 38 M 370 108 V 26 M 362 38 L 370 26 L 378 38" />
      <text x="128" y="128" className="middle">
        right-hand wound
      </text>
      <text x="292" y="128" className="middle">
        left-hand wound
      </text>
      <text x="210" y="20" className="middle">
        as usual: bar up, the coil closes, the spring grows longer
      </text>
    </g>
  );
}

/** The line on a spring before winding, and after three turns. */
export function Line() {
  return (
    <g>
      <path className="body" d="M 40 26 H 380 V 56 H 40 Z M 40 96 H 380 V 126 H 40 Z" />
      <path className="mark" d="M 40 41 H 380" />
      <path className="mark" d="M 40 126 L 153 96 M 153 126 L 266 96 M 266 126 L 380 96" />
      <text x="40" y="20">
        before
      </text>
      <text x="40" y="90">
        after three turns: three times round
      </text>
    </g>
  );
}

/** The gaps beside the door, seen from above. */
export function Gaps() {
  return (
    <g>
      <path className="body" d="M 150 64 H 400 V 84 H 150 Z" />
      <path className="heavy" d="M 96 54 H 120 V 110 H 96" />
      <path className="thin" d="M 120 82 H 176" />
      <path className="body" d="M 112 26 H 300 V 46 H 112 Z" />
      <path className="mark" d="M 120 122 V 132 M 150 122 V 132 M 120 127 H 150" />
      <path className="mark" d="M 258 46 H 268 M 258 64 H 268 M 263 46 V 64" />
      <text x="156" y="132">
        {isMetric() ? '19 mm' : '¾ in'}, track to door
      </text>
      <text x="276" y="60">
        {isMetric() ? '9.5 mm' : '⅜ in'}, door to stop
      </text>
      <text x="92" y="86" className="end">
        track
      </text>
      <text x="308" y="41">
        stop
      </text>
    </g>
  );
}
