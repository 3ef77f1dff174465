package baddle.app.reading;

/** Numbers the sources that are read one after the other. */
public interface SourceNumbers extends SourceSink {

  /** The number of the source that was begun last. */
  int number();

  /** Where the rows of the source that was begun last begin, from 0. */
  long firstRow();
}
