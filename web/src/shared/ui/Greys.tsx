/** Greys of the same luminance: what a black-and-white photo would show. Lay `Greys` anywhere on the page that uses `IN_GREYS`. */

export const IN_GREYS = "url(#in-greys)";

export function Greys() {
  return (
    <svg width="0" height="0" style={{ position: "absolute" }} aria-hidden>
      <filter id="in-greys" colorInterpolationFilters="linearRGB">
        <feColorMatrix type="saturate" values="0" />
      </filter>
    </svg>
  );
}
