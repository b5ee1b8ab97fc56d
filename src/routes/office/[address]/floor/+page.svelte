<!-- Nothing is open: the board has all the room. -->
