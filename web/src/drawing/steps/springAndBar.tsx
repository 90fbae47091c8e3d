const COILS = Array.from({ length: 12 }, (_, coil) => 196 + coil * 17);

/** A winding cone with a bar seated to its mark, a screw at each end of its hub, the spring going off to the right. */
export function Bar() {
  return (
    <g>
      <path className="body" d="M 20 56 H 400 V 68 H 20 Z" />
      <path className="body" d="M 104 46 L 120 34 H 192 V 90 H 120 L 104 78 Z" />
      {COILS.map((x) => (
        <path key={x} className="heavy" d={`M ${x} 92 C ${x - 4} 70 ${x + 12} 54 ${x + 8} 32`} />
      ))}
      <circle className="mark" cx="128" cy="50" r="5" />
      <circle className="heavy" cx="166" cy="50" r="5" />
      <path className="body" d="M 142 88 H 152 V 148 H 142 Z" />
      <path className="mark" d="M 138 97 H 156" />
      <path className="mark" d="M 132 44 L 96 22" />
      <text x="20" y="18">
        far screw first, a quarter to a half turn
      </text>
      <text x="164" y="112">
        tape at full depth, level with the cone
      </text>
      <text x="164" y="136">
        stand to its side, head out of its plane
      </text>
    </g>
  );
}

const SIDES = [
  [70, 9],
  [236, 9],
] as const;

/** A spring with a gap in its coil, and the cable of that side without pull. */
export function Gap() {
  return (
    <g>
      <path className="body" d="M 40 50 H 400 V 60 H 40 Z" />
      {SIDES.map(([from, count]) =>
        Array.from({ length: count }, (_, coil) => from + coil * 15).map((x) => (
          <path key={x} className="heavy" d={`M ${x} 76 C ${x - 4} 60 ${x + 12} 48 ${x + 8} 34`} />
        )),
      )}
      <path className="mark" d="M 206 20 V 92 M 232 20 V 92 M 206 26 H 232" />
      <text x="219" y="16" className="middle">
        one to two inches
      </text>
      <path className="rope" d="M 48 60 C 52 84 34 96 44 112 C 54 128 38 136 46 148" />
      <text x="62" y="124">
        slack cable on that side
      </text>
    </g>
  );
}
