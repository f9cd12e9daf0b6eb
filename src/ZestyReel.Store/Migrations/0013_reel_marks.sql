-- What people leave on pictures of reels: strokes, arrows, words. A mark that was taken back stays for a while, so that
-- it can be brought back.
CREATE TABLE reel_mark (
  id         INTEGER PRIMARY KEY,
  reel_id    INTEGER NOT NULL REFERENCES reel (id) ON DELETE CASCADE,
  picture    INTEGER NOT NULL, -- counted from 0
  mark       TEXT    NOT NULL, -- JSON
  made_by    TEXT,
  made_at    TEXT    NOT NULL,
  tag        TEXT, -- the sender's own: sent again after a broken line, a mark is not kept twice
  deleted_at TEXT,
  UNIQUE (reel_id, tag)
) STRICT;
CREATE INDEX reel_mark_reel ON reel_mark (reel_id, picture);
