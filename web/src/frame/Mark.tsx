/** The umbel of the word mark. */
export function Mark({ size = 24 }: { readonly size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true">
      <path
        d="M12 23V13M12 16L5 9.5M12 16l7-6.5M12 14L8.4 7M12 14l3.6-7M12 13V6"
        stroke="var(--ink)"
        strokeWidth="1.3"
        fill="none"
      />
      <g fill="var(--ink)">
        <circle cx="4.4" cy="8.6" r="2" />
        <circle cx="8" cy="5.6" r="2" />
        <circle cx="16" cy="5.6" r="2" />
        <circle cx="19.6" cy="8.6" r="2" />
      </g>
      <circle cx="12" cy="4.2" r="2.2" fill="var(--gold)" />
    </svg>
  )
}
