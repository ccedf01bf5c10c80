/** On a hosted site a painter logs in first. */
import { Box, Stack, Typography } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";

import { Contours } from "./Contours";
import { LoginForm } from "./LoginForm";
import { studioQuery } from "./queries";

export default function LoginPage() {
  const queries = useQueryClient();
  return (
    <Box
      component="main"
      sx={{ minHeight: "100vh", display: "grid", placeItems: "center", position: "relative" }}
    >
      <Contours />
      <Stack spacing={2.5} sx={{ width: 360, p: 4, bgcolor: "background.paper", zIndex: 1 }}>
        <Typography variant="h1">Ypsochrom</Typography>
        <LoginForm
          done={(studio) => {
            queries.setQueryData(studioQuery.queryKey, studio);
            return queries.resetQueries();
          }}
        />
        <Link to="/forgot">Forgotten the password?</Link>
      </Stack>
    </Box>
  );
}
