/** A method as a strip of its stages, with what each pass asks for. */
import { Box, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { goInMinutes } from "../units";
import { ml } from "../../../shared/ui/numbers";
import { Loading } from "../../../shared/ui/States";
import { stripPictureUrl, stripQuery, type SchoolKey } from "../queries";

interface Props {
  paintingId: number;
  school: SchoolKey;
  title: string;
}

const SHOWN_PX = 150;

export function MethodStrip({ paintingId, school, title }: Props) {
  const found = useQuery(stripQuery(paintingId, school));
  if (!found.data) return <Loading what={`the stages of ${title}`} />;
  const { passes, width, height, stamp } = found.data;
  const url = stripPictureUrl(paintingId, school, stamp);
  const shown = { width: SHOWN_PX, height: (SHOWN_PX * height) / width };
  return (
    <Box component="figure" sx={{ m: 0, mt: 1.5 }}>
      <Typography component="figcaption" sx={{ fontWeight: 650 }}>
        {title}
      </Typography>
      <Box
        component="ol"
        aria-label={`Stages of ${title}`}
        tabIndex={0}
        sx={{ display: "flex", gap: 1, overflowX: "auto", listStyle: "none", p: 0, m: 0, pb: 1 }}
      >
        {passes.map((one, at) => (
          <Box component="li" key={one.number} sx={{ width: SHOWN_PX, flexShrink: 0 }}>
            <Box
              role="img"
              aria-label={`After pass ${one.number}, ${one.role}`}
              sx={{
                ...shown,
                backgroundImage: `url(${url})`,
                backgroundSize: `${SHOWN_PX * passes.length}px ${shown.height}px`,
                backgroundPosition: `${-SHOWN_PX * at}px 0`,
              }}
            />
            <Typography variant="caption" component="div">
              {one.number} {one.role}
            </Typography>
            <Typography variant="caption" component="div" color="text.secondary">
              {goInMinutes(one.minutes)}
              {one.wait_minutes >= 1 ? `, ${goInMinutes(one.wait_minutes)} of waiting` : ""} · {one.piles}{" "}
              pile{one.piles === 1 ? "" : "s"} · {ml(one.volume_ml)}
            </Typography>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
