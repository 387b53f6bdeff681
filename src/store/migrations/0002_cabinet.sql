-- The workshop's inks and pigments, with their drawdowns.
CREATE TABLE cabinet_inks (
  id          TEXT PRIMARY KEY,
  ink         TEXT NOT NULL CHECK (json_valid(ink)),
  revision    INTEGER NOT NULL DEFAULT 1,   -- rises with every change
  saved_at    TEXT NOT NULL,
  deleted_at  TEXT
) STRICT;
