-- Devices ask for what is new since they last heard of a print: the plan has a counter of its own, the log is counted by its entries.
ALTER TABLE prints ADD COLUMN plan_count INTEGER NOT NULL DEFAULT 1;

-- What each change did to the plan, as a patch on the plan before it; NULL where only the whole plan says it. Kept in the
-- transaction that changes the plan. The edit's id, as the device named it, stays: an edit that arrives twice is made once.
CREATE TABLE plan_changes (
  print_id    TEXT NOT NULL REFERENCES prints(id) ON DELETE CASCADE,
  plan_count  INTEGER NOT NULL,
  edit_id     TEXT,
  patch       TEXT CHECK (patch IS NULL OR json_valid(patch)),
  PRIMARY KEY (print_id, plan_count)
) STRICT, WITHOUT ROWID;
CREATE UNIQUE INDEX plan_changes_edit ON plan_changes (print_id, edit_id) WHERE edit_id IS NOT NULL;

-- Cards are made in the transaction that appends; until when the film on a print's sheets dries stands beside them.
DROP TABLE print_cards;
CREATE TABLE print_cards (
  print_id  TEXT PRIMARY KEY REFERENCES prints(id) ON DELETE CASCADE,
  revision  INTEGER NOT NULL,
  form      INTEGER NOT NULL,     -- of the card: those of another form are made again
  dry_at    TEXT,                 -- ISO; NULL while nothing dries
  card      TEXT NOT NULL CHECK (json_valid(card))
) STRICT;
CREATE INDEX print_cards_dry ON print_cards (dry_at) WHERE dry_at IS NOT NULL;

-- Pictures of looks, made once for what they show; the oldest go when there are too many.
CREATE TABLE made_pictures (
  key      TEXT PRIMARY KEY CHECK (length(key) = 64),
  bytes    BLOB NOT NULL,
  made_at  TEXT NOT NULL
) STRICT;
CREATE INDEX made_pictures_age ON made_pictures (made_at);
