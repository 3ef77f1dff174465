/**
 * What a command reads a project by: {@link baddle.app.session.ProjectSession} opens the store
 * once, and whoever takes part in the command shares it, the lookups' files and what rows come to.
 */
@NullMarked
package baddle.app.session;

import org.jspecify.annotations.NullMarked;
