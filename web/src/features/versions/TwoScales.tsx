import { tickStep } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import type { Schemas } from '../../api/client'
import { amount, number, unitWords } from '../../figures/format'
import { stepRange, stepX } from '../../figures/StepLine'
import { points, testName } from './words'
import { shortLabels } from '../../figures/words'
import { type } from '../../figures/type'

type Line = Schemas['LineView']
type Test = Schemas['LineTest']

const width = 1050
const height = 230
const edge = 92

/**
 * Two tests of very different size in their own units: the left scale belongs to the solid line with dots, the right one to the
 * dashed line with open squares, and each scale bears the name and the mark of its line.
 */
export function TwoScales({ line, tests }: { readonly line: Line; readonly tests: readonly [Test, Test] }) {
  const labels = shortLabels(line.versions.map((v) => v.label))
  const inner = width - 2 * edge
  const x = stepX(line.versions.length, inner)
  return (
    <figure className="mt-3 border-b border-line pb-2" data-testid="two-scales">
      <figcaption className="text-sm text-ink2 mb-1">
        Two scales, each in its own unit: {testName(tests[0])} at the left, solid with dots;{' '}
        {testName(tests[1])} at the right, dashed with squares. Where the lines meet means nothing.
      </figcaption>
      <svg
        width="100%"
        viewBox={`0 0 ${String(width)} ${String(height)}`}
        role="img"
        aria-label={tests
          .map(
            (t) =>
              `${t.suite}, ${t.name}: ${t.cells.map((c, i) => `${labels[i] ?? ''} ${c.kind === 'GAP' ? c.gap : `${amount(c.value, c.decimals, t.unit)} ${unitWords(t.unit)}`}`).join(', ')}`,
          )
          .join('. ')}
      >
        {labels.map((l, i) => (
          <g key={i}>
            <line x1={edge + x(i)} x2={edge + x(i)} y1={22} y2={height - 24} stroke="var(--line2)" />
            <text x={edge + x(i)} y={height - 6} textAnchor="middle" fontSize={type.label} fill="var(--ink2)">
              {l}
            </text>
          </g>
        ))}
        {tests.map((t, side) => (
          <Side key={side} test={t} left={side === 0} x={(i) => edge + x(i)} />
        ))}
      </svg>
    </figure>
  )
}

interface SideProps {
  readonly test: Test
  readonly left: boolean
  /** Where the version of that number stands. */
  readonly x: (version: number) => number
}

/** One test with its scale. */
function Side({ test: t, left, x }: SideProps) {
  const scale = scaleOf(t)
  const shown = points(t, true)
  const has = shown.flatMap((p, i) => (p.value === undefined ? [] : [{ v: p.value, i }]))
  const path = line<(typeof has)[number]>(
    (p) => x(p.i),
    (p) => scale.y(p.v),
  ).digits(1)(has)
  return (
    <g>
      <text
        x={left ? 0 : width}
        y={12}
        textAnchor={left ? 'start' : 'end'}
        fontSize={type.title}
        fontWeight={620}
        fill="var(--ink)"
      >
        {left ? '●' : '□'} {testName(t)}, {unitWords(t.unit)}
        {t.better === 'LOWER' ? ', less is better' : ''}
      </text>
      {scale.ticks.map((v) => (
        <text
          key={v}
          x={left ? edge - 10 : width - edge + 10}
          y={scale.y(v) + 4}
          textAnchor={left ? 'end' : 'start'}
          fontSize={type.axis}
          fill="var(--ink2)"
          className="num"
        >
          {number(v, scale.decimals)}
        </text>
      ))}
      <path
        d={path ?? undefined}
        fill="none"
        stroke={left ? 'var(--ink)' : 'var(--ink2)'}
        strokeWidth={1.6}
        {...(left ? {} : { strokeDasharray: '6 4' })}
      />
      {has.map((p) =>
        left ? (
          <circle key={p.i} cx={x(p.i)} cy={scale.y(p.v)} r={4} fill="var(--ink)" />
        ) : (
          <rect
            key={p.i}
            x={x(p.i) - 4}
            y={scale.y(p.v) - 4}
            width={8}
            height={8}
            fill="var(--sheet)"
            stroke="var(--ink2)"
            strokeWidth={1.6}
          />
        ),
      )}
    </g>
  )
}

/** A scale of a test's own values with five marks. */
function scaleOf(test: Test) {
  const [low, high] = stepRange([points(test, true)])
  const y = scaleLinear([low, high], [height - 34, 30])
  return {
    y,
    ticks: y.ticks(4),
    decimals: Math.max(0, Math.ceil(-Math.log10(tickStep(low, high, 4)) - 1e-9)),
  }
}
