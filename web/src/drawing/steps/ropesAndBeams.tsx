import { isMetric } from '../../ui/units';
/** An extension spring along its track with the door open. */
export function Pulley() {
  return (
    <g>
      <path className="heavy" d="M 40 96 H 396 M 40 96 V 146" />
      <circle className="body" cx="64" cy="58" r="13" />
      <circle className="body" cx="196" cy="52" r="11" />
      <path className="rope" d="M 51 146 V 58 A 13 13 0 0 1 64 45 H 196 A 7 7 0 0 1 196 63 H 92" />
      <path className="mark" d="M 92 57 V 69" />
      <path
        className="heavy"
        d="M 207 52 h 14 l 6 -8 l 8 16 l 8 -16 l 8 16 l 8 -16 l 8 16 l 8 -16 l 8 16 l 8 -16 l 8 16 l 6 -8 h 40"
      />
      <path className="thin" strokeDasharray="5 4" d="M 214 52 H 400" />
      <text x="80" y="90">
        adjuster hook
      </text>
      <text x="60" y="136">
        from the bottom bracket
      </text>
      <text x="230" y="84">
        spring
      </text>
      <text x="222" y="28">
        dashed: safety cable, to framing
      </text>
    </g>
  );
}

/** A counterweight: hub on its shaft, strap, plates and guide. */
export function Strap() {
  const plates = Array.from({ length: 5 }, (_, plate) => 118 - plate * 12);
  return (
    <g>
      <path className="thin" d="M 20 38 H 400" />
      <circle className="body" cx="120" cy="38" r="22" />
      <path className="mark" d="M 142 38 V 66" />
      {plates.map((y, plate) => (
        <path key={y} className="body" d={`M 112 ${y} H 172 V ${y + 9} H 112 Z M ${plate % 2 ? 118 : 160} ${y} v 9`} />
      ))}
      <path className="thin" d="M 104 62 V 142 M 180 62 V 142" />
      <text x="196" y="96">
        each plate half round
      </text>
      <text x="196" y="114">
        from the last, large first
      </text>
      <text x="152" y="26">
        strap straight on its hub, untwisted
      </text>
    </g>
  );
}

/** The top section from inside with its strut. */
export function Strut() {
  return (
    <g>
      <path className="thin" d="M 20 34 H 400 V 120 H 20 Z M 146 34 V 120 M 273 34 V 120" />
      <path className="body" d="M 20 46 H 400 V 60 H 20 Z" />
      <path className="mark" d="M 198 40 H 222 V 88 H 198 Z" />
      <text x="230" y="84">
        bracket on the middle stile
      </text>
      <text x="24" y="26">
        strut across the whole width, screwed at every stile
      </text>
    </g>
  );
}

/** Sender and receiver at the foot of the opening. */
export function Eyes() {
  return (
    <g>
      <path className="heavy" d="M 10 128 H 410 M 46 10 V 128 M 374 10 V 128" />
      <path className="body" d="M 50 88 H 72 V 106 H 50 Z M 348 88 H 370 V 106 H 348 Z" />
      <path className="rope" strokeDasharray="3 5" d="M 74 97 H 346" />
      <path className="mark" d="M 92 97 H 102 M 92 128 H 102 M 97 97 V 128" />
      <text x="110" y="118">
        {isMetric() ? '152 mm' : '6 in'} at most
      </text>
      <text x="210" y="84" className="middle">
        level, facing each other
      </text>
    </g>
  );
}

/** The rail with its chain or belt at mid-span. */
export function Tension() {
  return (
    <g>
      <path className="body" d="M 20 40 H 400 V 50 H 20 Z M 20 108 H 400 V 120 H 20 Z" />
      <path className="rope" d="M 24 28 Q 210 42 396 28 M 24 100 Q 210 112 396 100" />
      <text x="210" y="20" className="middle">
        T-rail: about {isMetric() ? '13 mm' : '½ in'} above its base
      </text>
      <text x="210" y="92" className="middle">
        other rails: about {isMetric() ? '3.2 mm' : '⅛ in'} above the lower edge
      </text>
    </g>
  );
}

/** The arm between carriage and door, closed. */
export function Arm() {
  return (
    <g>
      <path className="body" d="M 60 28 H 400 V 38 H 60 Z M 88 64 H 100 V 146 H 88 Z" />
      <path className="thin" strokeDasharray="4 4" d="M 104 84 V 38" />
      <path className="heavy" d="M 104 84 L 130 38" />
      <path className="mark" d="M 104 56 A 28 28 0 0 1 118 60" />
      <circle className="body" cx="130" cy="38" r="4" />
      <circle className="body" cx="104" cy="84" r="4" />
      <text x="128" y="74">
        at most 30° off the vertical, holes far apart
      </text>
      <text x="110" y="132">
        door closed
      </text>
    </g>
  );
}
