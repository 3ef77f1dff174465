package baddle.app.draft;

/**
 * One way to answer a question.
 *
 * @param word how it is written
 * @param means what comes of it
 */
public record QuestionAnswer(String word, String means) {}
