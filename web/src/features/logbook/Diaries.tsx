/** Paintings with a diary, the one last worked on first. */
import { Box, CardActionArea, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { diariesQuery } from "./queries";
import { hours, onDay } from "./words";

export function Diaries() {
  const found = useQuery(diariesQuery);
  if (!found.data || found.data.length === 0) return null;
  return (
    <Box component="section" aria-label="Diaries" sx={{ mb: 3 }}>
      <Box component="ul" sx={{ display: "flex", flexWrap: "wrap", gap: 2, listStyle: "none", p: 0, m: 0 }}>
        {found.data.map((one) => (
          <Box component="li" key={one.painting} sx={{ bgcolor: "background.paper", width: 330 }}>
            <CardActionArea
              component={Link}
              to={`/logbook/${one.painting}`}
              sx={{ display: "flex", justifyContent: "start", gap: 1.5, p: 1 }}
            >
              <Box
                component="img"
                src={one.thumbnail_url}
                alt=""
                sx={{ width: 92, height: 69, objectFit: "cover", flex: "none" }}
              />
              <Box>
                <Typography sx={{ fontWeight: 650 }}>{one.title}</Typography>
                <Typography color="text.secondary">
                  {hours(one.worked_min)} in {one.sittings} sitting{one.sittings === 1 ? "" : "s"}
                </Typography>
                <Typography color="text.secondary">last {onDay(one.last)}</Typography>
              </Box>
            </CardActionArea>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
