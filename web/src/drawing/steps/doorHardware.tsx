/** Numbers of the end hinges, bottom up, and the hole a roller goes in. */
export function Hinges() {
  const joints = [116, 84, 52];
  return (
    <g>
      <path className="thin" d="M 30 20 H 150 V 148 H 30 Z" />
      {joints.map((y, joint) => (
        <g key={y}>
          <path className="thin" d={`M 30 ${y} H 150`} />
          <path className="body" d={`M 138 ${y - 9} H 162 V ${y + 9} H 138 Z`} />
          <text x="172" y={y + 5}>
            {joint + 1}
          </text>
        </g>
      ))}
      <text x="30" y="14">
        from the bottom up: the number on the part decides
      </text>
      <path className="body" d="M 250 56 H 300 V 116 H 250 Z" />
      <circle className="heavy" cx="266" cy="86" r="6" />
      <circle className="heavy" cx="286" cy="86" r="6" />
      <path className="mark" d="M 266 98 V 128 M 286 74 V 44" />
      <text x="206" y="142">
        inner hole: small track
      </text>
      <text x="250" y="38">
        outer: large track
      </text>
    </g>
  );
}

/** What holds a door against its opener: a pull rope and a lock bar. */
export function Rope() {
  return (
    <g>
      <path className="thin" d="M 20 20 H 250 V 140 H 20 Z M 20 60 H 250 M 20 100 H 250" />
      <path className="rope" strokeDasharray="6 4" d="M 60 138 Q 74 60 250 24" />
      <path className="body" d="M 196 76 H 262 V 84 H 196 Z" />
      <path className="mark" d="M 236 70 L 222 90 M 222 70 L 236 90 M 96 78 L 82 98 M 82 78 L 96 98" />
      <path className="heavy" d="M 262 10 V 144" />
      <text x="276" y="84">
        lock bar off
      </text>
      <text x="276" y="104">
        or screwed open
      </text>
      <text x="276" y="48">
        pull rope off
      </text>
    </g>
  );
}
