-- Devices let in. Of a token only its SHA-256 is kept: it is 256 bits of chance, so that nothing slower is needed.
CREATE TABLE devices (
  id           TEXT PRIMARY KEY,
  name         TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 40),
  role         TEXT NOT NULL CHECK (role IN ('look', 'bench', 'desk')),
  place        INTEGER,
  token_sha    TEXT NOT NULL UNIQUE CHECK (length(token_sha) = 64),
  let_in_at    TEXT NOT NULL,
  seen_at      TEXT NOT NULL,
  put_out_at   TEXT
) STRICT;

-- What this machine was told: whether it listens on the network, where copies go beside.
CREATE TABLE settings (
  name   TEXT PRIMARY KEY,
  value  TEXT NOT NULL
) STRICT, WITHOUT ROWID;
