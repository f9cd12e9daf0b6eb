ALTER TABLE object ADD COLUMN turning TEXT NOT NULL DEFAULT 'EachAxis';

-- Shapes of motion that people keep for themselves, whatever scene they are in.
CREATE TABLE kept_shape (
  name TEXT PRIMARY KEY,
  css  TEXT NOT NULL
) STRICT;
