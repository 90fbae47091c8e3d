import { isMetric } from '../../ui/units';

// Sizes are drawn to scale where one is told; the scale stands in each drawing, in pixels an inch.

/** Sections of a rail pushed together, door end on the left. */
export function Rail() {
  return (
    <g>
      <path className="body" d="M 60 60 H 196 V 76 H 60 Z M 216 60 H 352 V 76 H 216 Z" />
      <path className="mark" d="M 196 58 V 78 M 216 58 V 78 M 190 96 H 214 M 206 90 L 214 96 L 206 102" />
      <circle className="body" cx="60" cy="68" r="12" />
      <path className="body" d="M 352 46 H 402 V 92 H 352 Z" />
      <text x="206" y="48" className="middle">
        to its stop, the joint greased
      </text>
      <text x="20" y="106">
        door end: pulley
      </text>
      <text x="404" y="112" className="end">
        motor end
      </text>
    </g>
  );
}

/** The trolley on its rail, its arrow to the door. */
export function Trolley() {
  return (
    <g>
      <path className="body" d="M 20 44 H 400 V 56 H 20 Z" />
      <path className="body" d="M 150 36 H 250 V 64 H 190 V 84 H 150 Z" />
      <path className="mark" d="M 226 50 H 164 M 174 43 L 164 50 L 174 57" />
      <text x="20" y="34">
        to the door
      </text>
      <text x="400" y="34" className="end">
        to the motor
      </text>
      <text x="262" y="82">
        arrow or larger side first
      </text>
      <text x="20" y="120">
        on before the rail is closed; it slides from end to end
      </text>
    </g>
  );
}

/** A chain laid flat with its joining link, and a belt with its teeth to the rail. */
export function Chain() {
  const links = [20, 62, 104, 230, 272];
  const teeth = Array.from({ length: 23 }, (_, tooth) => 20 + tooth * 16);
  return (
    <g>
      {links.map((x) => (
        <rect key={x} className="body" x={x} y="30" width="46" height="18" rx="9" />
      ))}
      <rect className="body" x="146" y="30" width="88" height="18" rx="9" />
      <path className="mark" d="M 152 26 H 228 M 158 52 H 226 L 232 48" />
      <text x="146" y="20">
        joining link: plate, then clip
      </text>
      <text x="330" y="44">
        flat, no twist
      </text>
      <path
        className="body"
        d={`M 20 90 H 400 V 98 ${teeth
          .reverse()
          .map((x) => `H ${x + 8} v 6 H ${x} v -6`)
          .join(' ')} H 20 Z`}
      />
      <path className="heavy" d="M 20 112 H 400" />
      <text x="20" y="136">
        belt: its teeth to the rail
      </text>
    </g>
  );
}

/** What the trolley meets before it meets the head. */
export function Stop() {
  return (
    <g>
      <path className="body" d="M 20 56 H 340 V 68 H 20 Z M 340 40 H 402 V 96 H 340 Z" />
      <circle className="thin" cx="356" cy="62" r="14" />
      <path className="body" d="M 170 48 H 240 V 76 H 170 Z" />
      <path className="mark" d="M 300 44 V 80 M 292 44 H 308" />
      <path className="thin" d="M 244 92 H 296 M 288 86 L 296 92 L 288 98" />
      <text x="300" y="34" className="middle">
        stop
      </text>
      <text x="205" y="122" className="middle">
        carriage: it meets the stop, never the head
      </text>
    </g>
  );
}

/** Header bracket above the highest point of the door's travel. 8 px an inch: 2 in are 16 px. */
export function Header() {
  return (
    <g>
      <path className="body" d="M 20 12 H 52 V 138 H 20 Z" />
      <circle className="body" cx="74" cy="86" r="12" />
      <path className="thin" strokeDasharray="5 4" d="M 52 70 Q 120 62 210 62 H 400" />
      <path className="mark" d="M 52 46 H 92 M 52 24 H 66 V 46 H 52" />
      <path className="body" d="M 66 36 H 400 V 43 H 66 Z" />
      <path className="mark" d="M 118 46 V 62 M 112 46 H 124 M 112 62 H 124" />
      <text x="130" y="58">
        the manual's distance, {isMetric() ? '51 mm' : '2 in'} here
      </text>
      <text x="404" y="80" className="end">
        highest point of travel
      </text>
      <text x="94" y="104">
        spring: the bracket above it, on its mark
      </text>
      <text x="94" y="128">
        pin and clip; not upside down
      </text>
    </g>
  );
}

/** Collar of an opener on the shaft. 40 px an inch: the shaft's 1 in are 40 px, the ¼ in gap 10 px. */
export function Collar() {
  return (
    <g>
      <path className="body" d="M 20 40 H 260 V 80 H 20 Z" />
      <path className="body" d="M 120 16 H 130 V 104 H 120 Z" />
      <path className="heavy" d="M 140 32 H 260 V 88 H 140 Z" />
      <path className="body" d="M 260 46 H 330 V 74 H 260 Z M 330 20 H 402 V 100 H 330 Z" />
      <path
        className="mark"
        d="M 130 112 V 122 M 140 112 V 122 M 110 117 H 130 M 140 117 H 160 M 170 20 V 34 M 220 20 V 34"
      />
      <text x="166" y="122">
        {isMetric() ? '6.4 mm' : '¼ in'} or more to the bearing plate
      </text>
      <text x="26" y="34">
        shaft
      </text>
      <text x="226" y="22">
        screws
      </text>
      <text x="334" y="138">
        unit, square
      </text>
    </g>
  );
}

/** The lock's hole above a roller. 12 px an inch: 3¼ in are 39 px. */
export function Lock() {
  return (
    <g>
      <path className="body" d="M 120 8 H 132 V 142 H 120 Z" />
      <circle className="body" cx="142" cy="100" r="11" />
      <circle className="heavy" cx="126" cy="61" r="5" />
      <path className="body" d="M 40 54 H 108 V 68 H 40 Z" />
      <path className="mark" d="M 108 61 H 118 M 172 61 H 184 M 172 100 H 184 M 178 61 V 100" />
      <text x="192" y="86">
        {isMetric() ? '83 mm' : '3¼ in'} to the roller's centre
      </text>
      <text x="192" y="112">
        the third roller from the floor
      </text>
      <text x="40" y="46">
        bolt
      </text>
      <text x="192" y="34">
        edges of the hole filed
      </text>
    </g>
  );
}

/** The slack-cable monitor under its drum. 6 px an inch: drum 4 in, roller 4 in below it. */
export function Monitor() {
  return (
    <g>
      <circle className="body" cx="120" cy="32" r="12" />
      <path className="rope" d="M 108 32 V 146" />
      <path className="body" d="M 20 60 H 34 V 100 H 20 Z M 34 66 H 48 V 94 H 34 Z" />
      <circle className="body" cx="100" cy="72" r="8" />
      <path className="heavy" d="M 48 80 L 94 74" />
      <path className="mark" d="M 150 44 H 162 M 150 72 H 162 M 156 44 V 72" />
      <text x="170" y="62">
        {isMetric() ? '51 to 152 mm' : '2 to 6 in'} below the drum
      </text>
      <text x="128" y="104">
        roller over the cable, its snap ring on
      </text>
      <text x="20" y="124">
        packed
      </text>
      <text x="128" y="126">
        too deep: late; too shallow: for nothing
      </text>
    </g>
  );
}

/** The travel module in its head. */
export function Module() {
  return (
    <g>
      <path className="body" d="M 40 34 H 220 V 120 H 40 Z" />
      <path className="heavy" d="M 96 56 H 164 V 98 H 96 Z" />
      <path className="mark" d="M 96 64 H 86 V 76 H 96 M 164 64 H 174 V 76 H 164" />
      <path className="rope" d="M 130 98 V 112 Q 130 128 176 128 H 250" />
      <circle className="thin" cx="130" cy="77" r="12" />
      <text x="240" y="60">
        lever its two tabs:
      </text>
      <text x="240" y="78">
        pulled, they break
      </text>
      <text x="256" y="132">
        harness
      </text>
      <text x="130" y="26" className="middle">
        cover off, lens facing its wheel
      </text>
    </g>
  );
}

/** A limit screw and the carriage it moves. 12 px an inch: a turn's 3 in are 36 px. */
export function Screw() {
  return (
    <g>
      <circle className="body" cx="76" cy="66" r="30" />
      <path className="heavy" d="M 56 66 H 96" />
      <path className="mark" d="M 76 24 A 42 42 0 1 1 40 44 M 34 54 L 40 44 L 50 50" />
      <path className="body" d="M 150 60 H 402 V 70 H 150 Z M 200 50 H 244 V 80 H 200 Z" />
      <path className="thin" strokeDasharray="4 4" d="M 236 50 H 280 V 80 H 236 Z" />
      <path className="mark" d="M 200 100 V 110 M 236 100 V 110 M 200 105 H 236" />
      <text x="248" y="110">
        about {isMetric() ? '76 mm' : '3 in'} of travel a turn
      </text>
      <text x="20" y="132">
        clockwise gives more, on most
      </text>
      <text x="150" y="40">
        mark on the rail, trolley released
      </text>
    </g>
  );
}
