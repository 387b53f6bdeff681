-- Rehearsals on the sample prints that come with the app: practice, belonging to no print.
CREATE TABLE practice (
  id      INTEGER PRIMARY KEY,
  sample  TEXT NOT NULL,
  level   TEXT NOT NULL,
  score   REAL NOT NULL CHECK (score BETWEEN 0 AND 100),
  at      TEXT NOT NULL
) STRICT;
