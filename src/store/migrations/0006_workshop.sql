-- What the workshop has and all its prints can use: papers, rollers, hands, racks …
CREATE TABLE workshop_items (
  id          TEXT PRIMARY KEY,
  item        TEXT NOT NULL CHECK (json_valid(item)),
  revision    INTEGER NOT NULL DEFAULT 1,   -- rises with every change
  saved_at    TEXT NOT NULL,
  deleted_at  TEXT
) STRICT;

-- What prints were drawn on follows the workshop now: cards are made again whenever it changes, and once here.
DELETE FROM print_cards;
