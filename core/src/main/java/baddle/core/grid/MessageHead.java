package baddle.core.grid;

import java.time.LocalDate;
import java.util.Optional;

/**
 * Where a message came from.
 *
 * @param sent the day it was sent where its sender was; empty where it doesn't say
 * @param sender the address it came from; empty where it doesn't say
 */
public record MessageHead(Optional<LocalDate> sent, String sender) {}
