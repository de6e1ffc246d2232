import { mapLayout, methodLook, type MapChart } from '@jacana/core/charts';

/** Methods and words on one map. A table beside it says the same in numbers. */
export function WordsMap({ chart }: { chart: MapChart }) {
  const { width, height, points, ellipses, arrows, labels, isNumbered } = mapLayout(chart);
  return (
    <figure className="mt-4">
      <div className="overflow-x-auto">
        <svg viewBox={`0 0 ${width} ${height}`} className="w-full max-w-3xl min-w-[30rem]" aria-hidden>
          <line x1={20} x2={width - 20} y1={height / 2} y2={height / 2} stroke="#cfdcd8" />
          <line x1={width / 2} x2={width / 2} y1={8} y2={height - 8} stroke="#cfdcd8" />
          {ellipses.map(({ x, y, rx, ry, degrees, colour }, at) => (
            <ellipse
              key={at}
              {...{ rx, ry, fill: colour, stroke: colour, fillOpacity: 0.12, strokeOpacity: 0.6 }}
              transform={`translate(${x} ${y}) rotate(${degrees})`}
            />
          ))}
          {arrows.map(({ x, y }, at) => (
            <g key={at} stroke="#3d5a57" fill="#3d5a57">
              <line x1={width / 2} y1={height / 2} x2={x} y2={y} strokeWidth={1.3} />
              <circle cx={x} cy={y} r={2.4} />
            </g>
          ))}
          {points.map(({ x, y, colour }, at) => (
            <circle key={at} cx={x} cy={y} r={6} fill={colour} stroke="#fbfcfa" strokeWidth={2} />
          ))}
          {labels.map(({ x, y, text, isBold, isMethod }, at) => (
            <text
              key={at}
              {...{ x, y }}
              textAnchor="middle"
              fontSize={13}
              fontWeight={isBold ? 700 : 400}
              fill={isMethod ? '#14302e' : '#3d5a57'}
            >
              {text}
            </text>
          ))}
        </svg>
      </div>
      {isNumbered && (
        <ol className="mb-2 flex flex-wrap gap-x-5 gap-y-1 text-sm">
          {chart.methods.map(({ name, place }, at) => (
            <li key={place} className="flex items-center gap-1.5">
              <span className="size-3 rounded-full" style={{ background: methodLook(place).colour }} aria-hidden />{' '}
              {at + 1} {name}
            </li>
          ))}
        </ol>
      )}
      <figcaption className="text-sm text-quiet">{chart.caption}</figcaption>
    </figure>
  );
}
