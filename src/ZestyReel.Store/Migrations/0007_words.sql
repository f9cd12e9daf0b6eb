-- Channels, columns and tables are called what the trade calls them. Images and histories that were packed before keep
-- the older words, and are read by OlderWords.
UPDATE channel SET name = 'position.' || substr(name, 6) WHERE name IN ('move.x', 'move.y', 'move.z');
UPDATE channel SET name = 'rotation.' || substr(name, 6) WHERE name IN ('turn.x', 'turn.y', 'turn.z');
UPDATE channel SET name = 'scale.' || substr(name, 6) WHERE name IN ('size.x', 'size.y', 'size.z');
UPDATE channel SET name = 'light.intensity' WHERE name = 'light.glow';
UPDATE channel SET name = 'light.range' WHERE name = 'light.reach';
UPDATE channel SET name = 'light.cone' WHERE name = 'light.spread';
UPDATE key_run SET channel = 'position.' || substr(channel, 6) WHERE channel IN ('move.x', 'move.y', 'move.z');
UPDATE key_run SET channel = 'rotation.' || substr(channel, 6) WHERE channel IN ('turn.x', 'turn.y', 'turn.z');
UPDATE key_run SET channel = 'scale.' || substr(channel, 6) WHERE channel IN ('size.x', 'size.y', 'size.z');
UPDATE key_run SET channel = 'light.intensity' WHERE channel = 'light.glow';
UPDATE key_run SET channel = 'light.range' WHERE channel = 'light.reach';
UPDATE key_run SET channel = 'light.cone' WHERE channel = 'light.spread';
ALTER TABLE object RENAME COLUMN turn_order TO rotation_order;
ALTER TABLE object RENAME COLUMN turning TO rotation;
UPDATE object SET rotation = 'Quaternion' WHERE rotation = 'Shortest';
ALTER TABLE named_choice RENAME TO named_selection;
ALTER TABLE kept_shape RENAME TO kept_ease;
