/** A tablet that was sent here by the desk's QR code: one button lets it in. */
import { useState } from "react";

import { Alert, Box, Button, Stack, Typography } from "@mui/material";
import { useParams, useSearchParams } from "react-router";

import { answered, api, inWords } from "../shared/api/client";

export default function PairPage() {
  const code = useParams().code ?? "";
  const [search] = useSearchParams();
  const [trouble, setTrouble] = useState("");
  const wanted = search.get("to") ?? "/";
  const to = /^\/([\w-][\w/-]*)?$/.test(wanted) ? wanted : "/";
  const letIn = async () => {
    setTrouble("");
    try {
      await answered(api.POST("/api/studio/tablets/pair", { body: { code, name: deviceWords() } }));
      location.assign(to);
    } catch (error) {
      setTrouble(inWords(error));
    }
  };
  return (
    <Box component="main" sx={{ minHeight: "100vh", display: "grid", placeItems: "center", p: 3 }}>
      <title>Let this tablet in · Ypsochrom</title>
      <Stack sx={{ gap: 2.5, maxWidth: 520, bgcolor: "background.paper", p: 4 }}>
        <Typography variant="h1">Let this tablet in</Typography>
        <Typography>
          From then on this tablet opens the studio as you do at the desk, for thirty days, or until you send
          it away there.
        </Typography>
        <Button variant="contained" size="large" onClick={() => void letIn()}>
          Let it in
        </Button>
        {trouble && <Alert severity="warning">{trouble}</Alert>}
      </Stack>
    </Box>
  );
}

/** What kind of device this is, as far as it says. */
function deviceWords(): string {
  const { userAgent } = navigator;
  const kind = /Android/.test(userAgent)
    ? "Android"
    : /iPad|iPhone/.test(userAgent)
      ? "iOS"
      : navigator.platform;
  return `${kind || "tablet"}, ${screen.width} × ${screen.height}`;
}
