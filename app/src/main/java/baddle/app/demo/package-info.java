/**
 * The demo project: Fernhollow Nurseries, made up from a seed. Start at {@link
 * baddle.app.demo.DemoProject}.
 */
@NullMarked
package baddle.app.demo;

import org.jspecify.annotations.NullMarked;
