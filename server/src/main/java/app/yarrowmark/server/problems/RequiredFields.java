package app.yarrowmark.server.problems;

import app.yarrowmark.server.problems.RuleViolations.Violation;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.RequestBodyAdviceAdapter;

/** Refuses bodies that lack a field, or have null for it, unless the record marks it nullable; names every one. */
@ControllerAdvice
class RequiredFields extends RequestBodyAdviceAdapter {

    @Override
    public boolean supports(MethodParameter parameter, Type type, Class<? extends HttpMessageConverter<?>> converter) {
        return true;
    }

    @Override
    public Object afterBodyRead(
            Object body,
            HttpInputMessage message,
            MethodParameter parameter,
            Type type,
            Class<? extends HttpMessageConverter<?>> converter) {
        List<Violation> missing = new ArrayList<>();
        collect(body, "", missing);
        if (!missing.isEmpty()) {
            throw new RuleViolations(missing);
        }
        return body;
    }

    static void collect(@Nullable Object value, String path, List<Violation> missing) {
        if (value instanceof List<?> list) {
            for (int i = 0; i < list.size() && missing.size() <= RuleViolations.MOST; i++) {
                String at = path + "[" + i + "]";
                if (list.get(i) == null) {
                    missing.add(new Violation(at, "is missing"));
                }
                collect(list.get(i), at, missing);
            }
        } else if (value instanceof Map<?, ?> map) {
            map.forEach((key, inner) -> {
                String at = path + "." + key;
                if (inner == null) {
                    missing.add(new Violation(at, "is missing"));
                }
                collect(inner, at, missing);
            });
        } else if (value != null && value.getClass().isRecord()) {
            for (RecordComponent component : value.getClass().getRecordComponents()) {
                String at = path.isEmpty() ? component.getName() : path + "." + component.getName();
                Object inner = read(component, value);
                if (inner == null && !component.getAnnotatedType().isAnnotationPresent(Nullable.class)) {
                    missing.add(new Violation(at, "is missing"));
                }
                collect(inner, at, missing);
            }
        }
    }

    private static @Nullable Object read(RecordComponent component, Object owner) {
        try {
            component.getAccessor().setAccessible(true);
            return component.getAccessor().invoke(owner);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("a record can always be read", e);
        }
    }
}
