/** The drawn picture of a listing; decoration beside its title. */
export const Picture = ({ marketplace, code, size = 32 }: { marketplace: string; code: string; size?: number }) => (
  <img
    className="picture"
    src={`/api/marketplaces/${encodeURIComponent(marketplace)}/listings/${encodeURIComponent(code)}/picture.svg`}
    alt=""
    width={size}
    height={size}
    loading="lazy"
  />
);
