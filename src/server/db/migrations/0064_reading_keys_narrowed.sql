-- Keys that read all there was to read go on reading that, and nothing that came to it since.
UPDATE `api_key` SET `scopes` = '["deliveries","customers","codes"]' WHERE `kind` = 'read' AND (`scopes` IS NULL OR `scopes` = 'null');
