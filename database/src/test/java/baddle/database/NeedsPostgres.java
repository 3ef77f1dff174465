package baddle.database;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.junit.jupiter.api.condition.EnabledOnOs;

/** Marks tests against {@link PostgresServer}, whose binaries are for these processors only. */
@Target(ElementType.TYPE)
@Retention(RetentionPolicy.RUNTIME)
@EnabledOnOs(
    architectures = {"amd64", "x86_64"},
    disabledReason = "there are no server's binaries for this processor in the registry")
public @interface NeedsPostgres {}
