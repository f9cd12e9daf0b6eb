-- Sounds, packed; the keys of their channels stand with all others.
CREATE TABLE sound (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  id       INTEGER NOT NULL,
  image    BLOB    NOT NULL,
  PRIMARY KEY (scene_id, id)
) STRICT;
