/** In the studio of a hosted site: where remarks wait, and the paintings that others show. */
import { Box, Card, CardActionArea, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { soMany } from "../../shared/ui/words";
import { newsQuery, shownQuery } from "./queries";

/** One line for every painting at which remarks by others wait. */
export function RemarkNews() {
  const news = useQuery(newsQuery);
  return news.data?.map((one) => (
    <Box key={one.painting} sx={{ maxWidth: 1240, mx: "auto", px: { xs: 2, md: 4 }, py: 0.5 }}>
      <Link to={`/sharing/${one.painting}`}>
        {soMany(one.count, "remark")} on “{one.title}”, the newest by {one.by}
      </Link>
    </Box>
  ));
}

/** The paintings that others show; nothing where nobody does. */
export default function ShownToMe() {
  const shown = useQuery(shownQuery);
  return (
    <>
      <RemarkNews />
      {!!shown.data?.length && (
        <Box sx={{ maxWidth: 1240, mx: "auto", px: { xs: 2, md: 4 }, py: 3 }}>
          <Typography variant="h1" gutterBottom>
            Shown to you
          </Typography>
          <Box
            component="ul"
            aria-label="Paintings shown to you"
            sx={{
              listStyle: "none",
              p: 0,
              m: 0,
              display: "grid",
              gap: 2,
              gridTemplateColumns: "repeat(auto-fill, minmax(220px, 1fr))",
            }}
          >
            {shown.data.map((one) => (
              <Card component="li" key={one.ref}>
                <CardActionArea component={Link} to={`/shown/${one.ref}`}>
                  <Box
                    sx={{
                      bgcolor: "surround.middle",
                      p: 1.5,
                      height: 150,
                      display: "grid",
                      placeItems: "center",
                    }}
                  >
                    {one.thumbnail_url && (
                      <img src={one.thumbnail_url} alt="" style={{ maxWidth: "100%", maxHeight: 126 }} />
                    )}
                  </Box>
                  <Box sx={{ p: 1.5 }}>
                    <Typography variant="h3" noWrap>
                      {one.title}
                    </Typography>
                    <Typography color="text.secondary">
                      {one.by}
                      {one.remarks > 0 && ` · ${soMany(one.remarks, "remark")} open`}
                    </Typography>
                  </Box>
                </CardActionArea>
              </Card>
            ))}
          </Box>
        </Box>
      )}
    </>
  );
}
