var __create = Object.create;
var __defProp = Object.defineProperty;
var __getOwnPropDesc = Object.getOwnPropertyDescriptor;
var __getOwnPropNames = Object.getOwnPropertyNames;
var __getProtoOf = Object.getPrototypeOf;
var __hasOwnProp = Object.prototype.hasOwnProperty;
var __commonJS = (cb, mod) => function __require() {
  try {
    return mod || (0, cb[__getOwnPropNames(cb)[0]])((mod = { exports: {} }).exports, mod), mod.exports;
  } catch (e) {
    throw mod = 0, e;
  }
};
var __copyProps = (to, from, except, desc) => {
  if (from && typeof from === "object" || typeof from === "function") {
    for (let key2 of __getOwnPropNames(from))
      if (!__hasOwnProp.call(to, key2) && key2 !== except)
        __defProp(to, key2, { get: () => from[key2], enumerable: !(desc = __getOwnPropDesc(from, key2)) || desc.enumerable });
  }
  return to;
};
var __toESM = (mod, isNodeMode, target) => (target = mod != null ? __create(__getProtoOf(mod)) : {}, __copyProps(
  // If the importer is in node compatibility mode or this is not an ESM
  // file that has been converted to a CommonJS file using a Babel-
  // compatible transform (i.e. "__esModule" has not been set), then set
  // "default" to the CommonJS "module.exports" for node compatibility.
  isNodeMode || !mod || !mod.__esModule ? __defProp(target, "default", { value: mod, enumerable: true }) : target,
  mod
));

// node_modules/property-expr/index.js
var require_property_expr = __commonJS({
  "node_modules/property-expr/index.js"(exports, module) {
    "use strict";
    function Cache(maxSize) {
      this._maxSize = maxSize;
      this.clear();
    }
    Cache.prototype.clear = function() {
      this._size = 0;
      this._values = /* @__PURE__ */ Object.create(null);
    };
    Cache.prototype.get = function(key2) {
      return this._values[key2];
    };
    Cache.prototype.set = function(key2, value) {
      this._size >= this._maxSize && this.clear();
      if (!(key2 in this._values)) this._size++;
      return this._values[key2] = value;
    };
    var SPLIT_REGEX = /[^.^\]^[]+|(?=\[\]|\.\.)/g;
    var DIGIT_REGEX = /^\d+$/;
    var LEAD_DIGIT_REGEX = /^\d/;
    var SPEC_CHAR_REGEX = /[~`!#$%\^&*+=\-\[\]\\';,/{}|\\":<>\?]/g;
    var CLEAN_QUOTES_REGEX = /^\s*(['"]?)(.*?)(\1)\s*$/;
    var MAX_CACHE_SIZE = 512;
    var pathCache = new Cache(MAX_CACHE_SIZE);
    var setCache = new Cache(MAX_CACHE_SIZE);
    var getCache = new Cache(MAX_CACHE_SIZE);
    module.exports = {
      Cache,
      split,
      normalizePath,
      setter: function(path2) {
        var parts = normalizePath(path2);
        return setCache.get(path2) || setCache.set(path2, function setter(obj, value) {
          var index = 0;
          var len = parts.length;
          var data = obj;
          while (index < len - 1) {
            var part = parts[index];
            if (part === "__proto__" || part === "constructor" || part === "prototype") {
              return obj;
            }
            data = data[parts[index++]];
          }
          data[parts[index]] = value;
        });
      },
      getter: function(path2, safe) {
        var parts = normalizePath(path2);
        return getCache.get(path2) || getCache.set(path2, function getter(data) {
          var index = 0, len = parts.length;
          while (index < len) {
            if (data != null || !safe) data = data[parts[index++]];
            else return;
          }
          return data;
        });
      },
      join: function(segments) {
        return segments.reduce(function(path2, part) {
          return path2 + (isQuoted(part) || DIGIT_REGEX.test(part) ? "[" + part + "]" : (path2 ? "." : "") + part);
        }, "");
      },
      forEach: function(path2, cb, thisArg) {
        forEach(Array.isArray(path2) ? path2 : split(path2), cb, thisArg);
      }
    };
    function normalizePath(path2) {
      return pathCache.get(path2) || pathCache.set(
        path2,
        split(path2).map(function(part) {
          return part.replace(CLEAN_QUOTES_REGEX, "$2");
        })
      );
    }
    function split(path2) {
      return path2.match(SPLIT_REGEX) || [""];
    }
    function forEach(parts, iter, thisArg) {
      var len = parts.length, part, idx, isArray, isBracket;
      for (idx = 0; idx < len; idx++) {
        part = parts[idx];
        if (part) {
          if (shouldBeQuoted(part)) {
            part = '"' + part + '"';
          }
          isBracket = isQuoted(part);
          isArray = !isBracket && /^\d+$/.test(part);
          iter.call(thisArg, part, isBracket, isArray, idx, parts);
        }
      }
    }
    function isQuoted(str) {
      return typeof str === "string" && str && ["'", '"'].indexOf(str.charAt(0)) !== -1;
    }
    function hasLeadingNumber(part) {
      return part.match(LEAD_DIGIT_REGEX) && !part.match(DIGIT_REGEX);
    }
    function hasSpecialChars(part) {
      return SPEC_CHAR_REGEX.test(part);
    }
    function shouldBeQuoted(part) {
      return !isQuoted(part) && (hasLeadingNumber(part) || hasSpecialChars(part));
    }
  }
});

// node_modules/tiny-case/index.js
var require_tiny_case = __commonJS({
  "node_modules/tiny-case/index.js"(exports, module) {
    var reWords = /[A-Z\xc0-\xd6\xd8-\xde]?[a-z\xdf-\xf6\xf8-\xff]+(?:['’](?:d|ll|m|re|s|t|ve))?(?=[\xac\xb1\xd7\xf7\x00-\x2f\x3a-\x40\x5b-\x60\x7b-\xbf\u2000-\u206f \t\x0b\f\xa0\ufeff\n\r\u2028\u2029\u1680\u180e\u2000\u2001\u2002\u2003\u2004\u2005\u2006\u2007\u2008\u2009\u200a\u202f\u205f\u3000]|[A-Z\xc0-\xd6\xd8-\xde]|$)|(?:[A-Z\xc0-\xd6\xd8-\xde]|[^\ud800-\udfff\xac\xb1\xd7\xf7\x00-\x2f\x3a-\x40\x5b-\x60\x7b-\xbf\u2000-\u206f \t\x0b\f\xa0\ufeff\n\r\u2028\u2029\u1680\u180e\u2000\u2001\u2002\u2003\u2004\u2005\u2006\u2007\u2008\u2009\u200a\u202f\u205f\u3000\d+\u2700-\u27bfa-z\xdf-\xf6\xf8-\xffA-Z\xc0-\xd6\xd8-\xde])+(?:['’](?:D|LL|M|RE|S|T|VE))?(?=[\xac\xb1\xd7\xf7\x00-\x2f\x3a-\x40\x5b-\x60\x7b-\xbf\u2000-\u206f \t\x0b\f\xa0\ufeff\n\r\u2028\u2029\u1680\u180e\u2000\u2001\u2002\u2003\u2004\u2005\u2006\u2007\u2008\u2009\u200a\u202f\u205f\u3000]|[A-Z\xc0-\xd6\xd8-\xde](?:[a-z\xdf-\xf6\xf8-\xff]|[^\ud800-\udfff\xac\xb1\xd7\xf7\x00-\x2f\x3a-\x40\x5b-\x60\x7b-\xbf\u2000-\u206f \t\x0b\f\xa0\ufeff\n\r\u2028\u2029\u1680\u180e\u2000\u2001\u2002\u2003\u2004\u2005\u2006\u2007\u2008\u2009\u200a\u202f\u205f\u3000\d+\u2700-\u27bfa-z\xdf-\xf6\xf8-\xffA-Z\xc0-\xd6\xd8-\xde])|$)|[A-Z\xc0-\xd6\xd8-\xde]?(?:[a-z\xdf-\xf6\xf8-\xff]|[^\ud800-\udfff\xac\xb1\xd7\xf7\x00-\x2f\x3a-\x40\x5b-\x60\x7b-\xbf\u2000-\u206f \t\x0b\f\xa0\ufeff\n\r\u2028\u2029\u1680\u180e\u2000\u2001\u2002\u2003\u2004\u2005\u2006\u2007\u2008\u2009\u200a\u202f\u205f\u3000\d+\u2700-\u27bfa-z\xdf-\xf6\xf8-\xffA-Z\xc0-\xd6\xd8-\xde])+(?:['’](?:d|ll|m|re|s|t|ve))?|[A-Z\xc0-\xd6\xd8-\xde]+(?:['’](?:D|LL|M|RE|S|T|VE))?|\d*(?:1ST|2ND|3RD|(?![123])\dTH)(?=\b|[a-z_])|\d*(?:1st|2nd|3rd|(?![123])\dth)(?=\b|[A-Z_])|\d+|(?:[\u2700-\u27bf]|(?:\ud83c[\udde6-\uddff]){2}|[\ud800-\udbff][\udc00-\udfff])[\ufe0e\ufe0f]?(?:[\u0300-\u036f\ufe20-\ufe2f\u20d0-\u20ff]|\ud83c[\udffb-\udfff])?(?:\u200d(?:[^\ud800-\udfff]|(?:\ud83c[\udde6-\uddff]){2}|[\ud800-\udbff][\udc00-\udfff])[\ufe0e\ufe0f]?(?:[\u0300-\u036f\ufe20-\ufe2f\u20d0-\u20ff]|\ud83c[\udffb-\udfff])?)*/g;
    var words = (str) => str.match(reWords) || [];
    var upperFirst = (str) => str[0].toUpperCase() + str.slice(1);
    var join2 = (str, d) => words(str).join(d).toLowerCase();
    var camelCase = (str) => words(str).reduce(
      (acc, next) => `${acc}${!acc ? next.toLowerCase() : next[0].toUpperCase() + next.slice(1).toLowerCase()}`,
      ""
    );
    var pascalCase = (str) => upperFirst(camelCase(str));
    var snakeCase = (str) => join2(str, "_");
    var kebabCase = (str) => join2(str, "-");
    var sentenceCase = (str) => upperFirst(join2(str, " "));
    var titleCase = (str) => words(str).map(upperFirst).join(" ");
    module.exports = {
      words,
      upperFirst,
      camelCase,
      pascalCase,
      snakeCase,
      kebabCase,
      sentenceCase,
      titleCase
    };
  }
});

// node_modules/toposort/index.js
var require_toposort = __commonJS({
  "node_modules/toposort/index.js"(exports, module) {
    module.exports = function(edges) {
      return toposort(uniqueNodes(edges), edges);
    };
    module.exports.array = toposort;
    function toposort(nodes, edges) {
      var cursor = nodes.length, sorted = new Array(cursor), visited = {}, i = cursor, outgoingEdges = makeOutgoingEdges(edges), nodesHash = makeNodesHash(nodes);
      edges.forEach(function(edge2) {
        if (!nodesHash.has(edge2[0]) || !nodesHash.has(edge2[1])) {
          throw new Error("Unknown node. There is an unknown node in the supplied edges.");
        }
      });
      while (i--) {
        if (!visited[i]) visit(nodes[i], i, /* @__PURE__ */ new Set());
      }
      return sorted;
      function visit(node, i2, predecessors) {
        if (predecessors.has(node)) {
          var nodeRep;
          try {
            nodeRep = ", node was:" + JSON.stringify(node);
          } catch (e) {
            nodeRep = "";
          }
          throw new Error("Cyclic dependency" + nodeRep);
        }
        if (!nodesHash.has(node)) {
          throw new Error("Found unknown node. Make sure to provided all involved nodes. Unknown node: " + JSON.stringify(node));
        }
        if (visited[i2]) return;
        visited[i2] = true;
        var outgoing = outgoingEdges.get(node) || /* @__PURE__ */ new Set();
        outgoing = Array.from(outgoing);
        if (i2 = outgoing.length) {
          predecessors.add(node);
          do {
            var child = outgoing[--i2];
            visit(child, nodesHash.get(child), predecessors);
          } while (i2);
          predecessors.delete(node);
        }
        sorted[--cursor] = node;
      }
    }
    function uniqueNodes(arr) {
      var res = /* @__PURE__ */ new Set();
      for (var i = 0, len = arr.length; i < len; i++) {
        var edge2 = arr[i];
        res.add(edge2[0]);
        res.add(edge2[1]);
      }
      return Array.from(res);
    }
    function makeOutgoingEdges(arr) {
      var edges = /* @__PURE__ */ new Map();
      for (var i = 0, len = arr.length; i < len; i++) {
        var edge2 = arr[i];
        if (!edges.has(edge2[0])) edges.set(edge2[0], /* @__PURE__ */ new Set());
        if (!edges.has(edge2[1])) edges.set(edge2[1], /* @__PURE__ */ new Set());
        edges.get(edge2[0]).add(edge2[1]);
      }
      return edges;
    }
    function makeNodesHash(arr) {
      var res = /* @__PURE__ */ new Map();
      for (var i = 0, len = arr.length; i < len; i++) {
        res.set(arr[i], i);
      }
      return res;
    }
  }
});

// node_modules/yup/index.js
var require_yup = __commonJS({
  "node_modules/yup/index.js"(exports) {
    "use strict";
    Object.defineProperty(exports, "__esModule", { value: true });
    var propertyExpr = require_property_expr();
    var tinyCase = require_tiny_case();
    var toposort = require_toposort();
    function _interopDefaultLegacy(e) {
      return e && typeof e === "object" && "default" in e ? e : { "default": e };
    }
    var toposort__default = /* @__PURE__ */ _interopDefaultLegacy(toposort);
    var toString = Object.prototype.toString;
    var errorToString = Error.prototype.toString;
    var regExpToString = RegExp.prototype.toString;
    var symbolToString = typeof Symbol !== "undefined" ? Symbol.prototype.toString : () => "";
    var SYMBOL_REGEXP = /^Symbol\((.*)\)(.*)$/;
    function printNumber(val) {
      if (val != +val) return "NaN";
      const isNegativeZero = val === 0 && 1 / val < 0;
      return isNegativeZero ? "-0" : "" + val;
    }
    function printSimpleValue(val, quoteStrings = false) {
      if (val == null || val === true || val === false) return "" + val;
      const typeOf = typeof val;
      if (typeOf === "number") return printNumber(val);
      if (typeOf === "string") return quoteStrings ? `"${val}"` : val;
      if (typeOf === "function") return "[Function " + (val.name || "anonymous") + "]";
      if (typeOf === "symbol") return symbolToString.call(val).replace(SYMBOL_REGEXP, "Symbol($1)");
      const tag = toString.call(val).slice(8, -1);
      if (tag === "Date") return isNaN(val.getTime()) ? "" + val : val.toISOString(val);
      if (tag === "Error" || val instanceof Error) return "[" + errorToString.call(val) + "]";
      if (tag === "RegExp") return regExpToString.call(val);
      return null;
    }
    function printValue(value, quoteStrings) {
      let result = printSimpleValue(value, quoteStrings);
      if (result !== null) return result;
      return JSON.stringify(value, function(key2, value2) {
        let result2 = printSimpleValue(this[key2], quoteStrings);
        if (result2 !== null) return result2;
        return value2;
      }, 2);
    }
    function toArray(value) {
      return value == null ? [] : [].concat(value);
    }
    var _Symbol$toStringTag;
    var _Symbol$hasInstance;
    var _Symbol$toStringTag2;
    var strReg = /\$\{\s*(\w+)\s*\}/g;
    _Symbol$toStringTag = Symbol.toStringTag;
    var ValidationErrorNoStack = class {
      constructor(errorOrErrors, value, field, type) {
        this.name = void 0;
        this.message = void 0;
        this.value = void 0;
        this.path = void 0;
        this.type = void 0;
        this.params = void 0;
        this.errors = void 0;
        this.inner = void 0;
        this[_Symbol$toStringTag] = "Error";
        this.name = "ValidationError";
        this.value = value;
        this.path = field;
        this.type = type;
        this.errors = [];
        this.inner = [];
        toArray(errorOrErrors).forEach((err) => {
          if (ValidationError.isError(err)) {
            this.errors.push(...err.errors);
            const innerErrors = err.inner.length ? err.inner : [err];
            this.inner.push(...innerErrors);
          } else {
            this.errors.push(err);
          }
        });
        this.message = this.errors.length > 1 ? `${this.errors.length} errors occurred` : this.errors[0];
      }
    };
    _Symbol$hasInstance = Symbol.hasInstance;
    _Symbol$toStringTag2 = Symbol.toStringTag;
    var ValidationError = class _ValidationError extends Error {
      static formatError(message, params) {
        const path2 = params.label || params.path || "this";
        params = Object.assign({}, params, {
          path: path2,
          originalPath: params.path
        });
        if (typeof message === "string") return message.replace(strReg, (_, key2) => printValue(params[key2]));
        if (typeof message === "function") return message(params);
        return message;
      }
      static isError(err) {
        return err && err.name === "ValidationError";
      }
      constructor(errorOrErrors, value, field, type, disableStack) {
        const errorNoStack = new ValidationErrorNoStack(errorOrErrors, value, field, type);
        if (disableStack) {
          return errorNoStack;
        }
        super();
        this.value = void 0;
        this.path = void 0;
        this.type = void 0;
        this.params = void 0;
        this.errors = [];
        this.inner = [];
        this[_Symbol$toStringTag2] = "Error";
        this.name = errorNoStack.name;
        this.message = errorNoStack.message;
        this.type = errorNoStack.type;
        this.value = errorNoStack.value;
        this.path = errorNoStack.path;
        this.errors = errorNoStack.errors;
        this.inner = errorNoStack.inner;
        if (Error.captureStackTrace) {
          Error.captureStackTrace(this, _ValidationError);
        }
      }
      static [_Symbol$hasInstance](inst) {
        return ValidationErrorNoStack[Symbol.hasInstance](inst) || super[Symbol.hasInstance](inst);
      }
    };
    var mixed2 = {
      default: "${path} is invalid",
      required: "${path} is a required field",
      defined: "${path} must be defined",
      notNull: "${path} cannot be null",
      oneOf: "${path} must be one of the following values: ${values}",
      notOneOf: "${path} must not be one of the following values: ${values}",
      notType: ({
        path: path2,
        type,
        value,
        originalValue
      }) => {
        const castMsg = originalValue != null && originalValue !== value ? ` (cast from the value \`${printValue(originalValue, true)}\`).` : ".";
        return type !== "mixed" ? `${path2} must be a \`${type}\` type, but the final value was: \`${printValue(value, true)}\`` + castMsg : `${path2} must match the configured type. The validated value was: \`${printValue(value, true)}\`` + castMsg;
      }
    };
    var string7 = {
      length: "${path} must be exactly ${length} characters",
      min: "${path} must be at least ${min} characters",
      max: "${path} must be at most ${max} characters",
      matches: '${path} must match the following: "${regex}"',
      email: "${path} must be a valid email",
      url: "${path} must be a valid URL",
      uuid: "${path} must be a valid UUID",
      datetime: "${path} must be a valid ISO date-time",
      datetime_precision: "${path} must be a valid ISO date-time with a sub-second precision of exactly ${precision} digits",
      datetime_offset: '${path} must be a valid ISO date-time with UTC "Z" timezone',
      trim: "${path} must be a trimmed string",
      lowercase: "${path} must be a lowercase string",
      uppercase: "${path} must be a upper case string"
    };
    var number6 = {
      min: "${path} must be greater than or equal to ${min}",
      max: "${path} must be less than or equal to ${max}",
      lessThan: "${path} must be less than ${less}",
      moreThan: "${path} must be greater than ${more}",
      positive: "${path} must be a positive number",
      negative: "${path} must be a negative number",
      integer: "${path} must be an integer"
    };
    var date = {
      min: "${path} field must be later than ${min}",
      max: "${path} field must be at earlier than ${max}"
    };
    var boolean2 = {
      isValue: "${path} field must be ${value}"
    };
    var object4 = {
      noUnknown: "${path} field has unspecified keys: ${unknown}",
      exact: "${path} object contains unknown properties: ${properties}"
    };
    var array7 = {
      min: "${path} field must have at least ${min} items",
      max: "${path} field must have less than or equal to ${max} items",
      length: "${path} must have ${length} items"
    };
    var tuple2 = {
      notType: (params) => {
        const {
          path: path2,
          value,
          spec
        } = params;
        const typeLen = spec.types.length;
        if (Array.isArray(value)) {
          if (value.length < typeLen) return `${path2} tuple value has too few items, expected a length of ${typeLen} but got ${value.length} for value: \`${printValue(value, true)}\``;
          if (value.length > typeLen) return `${path2} tuple value has too many items, expected a length of ${typeLen} but got ${value.length} for value: \`${printValue(value, true)}\``;
        }
        return ValidationError.formatError(mixed2.notType, params);
      }
    };
    var locale = Object.assign(/* @__PURE__ */ Object.create(null), {
      mixed: mixed2,
      string: string7,
      number: number6,
      date,
      object: object4,
      array: array7,
      boolean: boolean2,
      tuple: tuple2
    });
    var isSchema = (obj) => obj && obj.__isYupSchema__;
    var Condition = class _Condition {
      static fromOptions(refs, config) {
        if (!config.then && !config.otherwise) throw new TypeError("either `then:` or `otherwise:` is required for `when()` conditions");
        let {
          is,
          then,
          otherwise
        } = config;
        let check = typeof is === "function" ? is : (...values) => values.every((value) => value === is);
        return new _Condition(refs, (values, schema) => {
          var _branch;
          let branch = check(...values) ? then : otherwise;
          return (_branch = branch == null ? void 0 : branch(schema)) != null ? _branch : schema;
        });
      }
      constructor(refs, builder) {
        this.fn = void 0;
        this.refs = refs;
        this.refs = refs;
        this.fn = builder;
      }
      resolve(base, options) {
        let values = this.refs.map((ref) => (
          // TODO: ? operator here?
          ref.getValue(options == null ? void 0 : options.value, options == null ? void 0 : options.parent, options == null ? void 0 : options.context)
        ));
        let schema = this.fn(values, base, options);
        if (schema === void 0 || // @ts-ignore this can be base
        schema === base) {
          return base;
        }
        if (!isSchema(schema)) throw new TypeError("conditions must return a schema object");
        return schema.resolve(options);
      }
    };
    var prefixes = {
      context: "$",
      value: "."
    };
    function create$9(key2, options) {
      return new Reference(key2, options);
    }
    var Reference = class {
      constructor(key2, options = {}) {
        this.key = void 0;
        this.isContext = void 0;
        this.isValue = void 0;
        this.isSibling = void 0;
        this.path = void 0;
        this.getter = void 0;
        this.map = void 0;
        if (typeof key2 !== "string") throw new TypeError("ref must be a string, got: " + key2);
        this.key = key2.trim();
        if (key2 === "") throw new TypeError("ref must be a non-empty string");
        this.isContext = this.key[0] === prefixes.context;
        this.isValue = this.key[0] === prefixes.value;
        this.isSibling = !this.isContext && !this.isValue;
        let prefix = this.isContext ? prefixes.context : this.isValue ? prefixes.value : "";
        this.path = this.key.slice(prefix.length);
        this.getter = this.path && propertyExpr.getter(this.path, true);
        this.map = options.map;
      }
      getValue(value, parent, context) {
        let result = this.isContext ? context : this.isValue ? value : parent;
        if (this.getter) result = this.getter(result || {});
        if (this.map) result = this.map(result);
        return result;
      }
      /**
       *
       * @param {*} value
       * @param {Object} options
       * @param {Object=} options.context
       * @param {Object=} options.parent
       */
      cast(value, options) {
        return this.getValue(value, options == null ? void 0 : options.parent, options == null ? void 0 : options.context);
      }
      resolve() {
        return this;
      }
      describe() {
        return {
          type: "ref",
          key: this.key
        };
      }
      toString() {
        return `Ref(${this.key})`;
      }
      static isRef(value) {
        return value && value.__isYupRef;
      }
    };
    Reference.prototype.__isYupRef = true;
    var isAbsent = (value) => value == null;
    function createValidation(config) {
      function validate({
        value,
        path: path2 = "",
        options,
        originalValue,
        schema
      }, panic, next) {
        const {
          name: name2,
          test,
          params,
          message,
          skipAbsent
        } = config;
        let {
          parent,
          context,
          abortEarly = schema.spec.abortEarly,
          disableStackTrace = schema.spec.disableStackTrace
        } = options;
        const resolveOptions = {
          value,
          parent,
          context
        };
        function createError(overrides = {}) {
          const nextParams = resolveParams(Object.assign({
            value,
            originalValue,
            label: schema.spec.label,
            path: overrides.path || path2,
            spec: schema.spec,
            disableStackTrace: overrides.disableStackTrace || disableStackTrace
          }, params, overrides.params), resolveOptions);
          const error = new ValidationError(ValidationError.formatError(overrides.message || message, nextParams), value, nextParams.path, overrides.type || name2, nextParams.disableStackTrace);
          error.params = nextParams;
          return error;
        }
        const invalid = abortEarly ? panic : next;
        let ctx = {
          path: path2,
          parent,
          type: name2,
          from: options.from,
          createError,
          resolve(item) {
            return resolveMaybeRef(item, resolveOptions);
          },
          options,
          originalValue,
          schema
        };
        const handleResult = (validOrError) => {
          if (ValidationError.isError(validOrError)) invalid(validOrError);
          else if (!validOrError) invalid(createError());
          else next(null);
        };
        const handleError = (err) => {
          if (ValidationError.isError(err)) invalid(err);
          else panic(err);
        };
        const shouldSkip = skipAbsent && isAbsent(value);
        if (shouldSkip) {
          return handleResult(true);
        }
        let result;
        try {
          var _result;
          result = test.call(ctx, value, ctx);
          if (typeof ((_result = result) == null ? void 0 : _result.then) === "function") {
            if (options.sync) {
              throw new Error(`Validation test of type: "${ctx.type}" returned a Promise during a synchronous validate. This test will finish after the validate call has returned`);
            }
            return Promise.resolve(result).then(handleResult, handleError);
          }
        } catch (err) {
          handleError(err);
          return;
        }
        handleResult(result);
      }
      validate.OPTIONS = config;
      return validate;
    }
    function resolveParams(params, options) {
      if (!params) return params;
      for (const key2 of Object.keys(params)) {
        params[key2] = resolveMaybeRef(params[key2], options);
      }
      return params;
    }
    function resolveMaybeRef(item, options) {
      return Reference.isRef(item) ? item.getValue(options.value, options.parent, options.context) : item;
    }
    function getIn(schema, path2, value, context = value) {
      let parent, lastPart, lastPartDebug;
      if (!path2) return {
        parent,
        parentPath: path2,
        schema
      };
      propertyExpr.forEach(path2, (_part, isBracket, isArray) => {
        let part = isBracket ? _part.slice(1, _part.length - 1) : _part;
        schema = schema.resolve({
          context,
          parent,
          value
        });
        let isTuple = schema.type === "tuple";
        let idx = isArray ? parseInt(part, 10) : 0;
        if (schema.innerType || isTuple) {
          if (isTuple && !isArray) throw new Error(`Yup.reach cannot implicitly index into a tuple type. the path part "${lastPartDebug}" must contain an index to the tuple element, e.g. "${lastPartDebug}[0]"`);
          if (value && idx >= value.length) {
            throw new Error(`Yup.reach cannot resolve an array item at index: ${_part}, in the path: ${path2}. because there is no value at that index. `);
          }
          parent = value;
          value = value && value[idx];
          schema = isTuple ? schema.spec.types[idx] : schema.innerType;
        }
        if (!isArray) {
          if (!schema.fields || !schema.fields[part]) throw new Error(`The schema does not contain the path: ${path2}. (failed at: ${lastPartDebug} which is a type: "${schema.type}")`);
          parent = value;
          value = value && value[part];
          schema = schema.fields[part];
        }
        lastPart = part;
        lastPartDebug = isBracket ? "[" + _part + "]" : "." + _part;
      });
      return {
        schema,
        parent,
        parentPath: lastPart
      };
    }
    function reach(obj, path2, value, context) {
      return getIn(obj, path2, value, context).schema;
    }
    var ReferenceSet = class _ReferenceSet extends Set {
      describe() {
        const description = [];
        for (const item of this.values()) {
          description.push(Reference.isRef(item) ? item.describe() : item);
        }
        return description;
      }
      resolveAll(resolve) {
        let result = [];
        for (const item of this.values()) {
          result.push(resolve(item));
        }
        return result;
      }
      clone() {
        return new _ReferenceSet(this.values());
      }
      merge(newItems, removeItems) {
        const next = this.clone();
        newItems.forEach((value) => next.add(value));
        removeItems.forEach((value) => next.delete(value));
        return next;
      }
    };
    function clone(src, seen = /* @__PURE__ */ new Map()) {
      if (isSchema(src) || !src || typeof src !== "object") return src;
      if (seen.has(src)) return seen.get(src);
      let copy;
      if (src instanceof Date) {
        copy = new Date(src.getTime());
        seen.set(src, copy);
      } else if (src instanceof RegExp) {
        copy = new RegExp(src);
        seen.set(src, copy);
      } else if (Array.isArray(src)) {
        copy = new Array(src.length);
        seen.set(src, copy);
        for (let i = 0; i < src.length; i++) copy[i] = clone(src[i], seen);
      } else if (src instanceof Map) {
        copy = /* @__PURE__ */ new Map();
        seen.set(src, copy);
        for (const [k, v] of src.entries()) copy.set(k, clone(v, seen));
      } else if (src instanceof Set) {
        copy = /* @__PURE__ */ new Set();
        seen.set(src, copy);
        for (const v of src) copy.add(clone(v, seen));
      } else if (src instanceof Object) {
        copy = {};
        seen.set(src, copy);
        for (const [k, v] of Object.entries(src)) copy[k] = clone(v, seen);
      } else {
        throw Error(`Unable to clone ${src}`);
      }
      return copy;
    }
    function createStandardPath(path2) {
      if (!(path2 != null && path2.length)) {
        return void 0;
      }
      const segments = [];
      let currentSegment = "";
      let inBrackets = false;
      let inQuotes = false;
      for (let i = 0; i < path2.length; i++) {
        const char = path2[i];
        if (char === "[" && !inQuotes) {
          if (currentSegment) {
            segments.push(...currentSegment.split(".").filter(Boolean));
            currentSegment = "";
          }
          inBrackets = true;
          continue;
        }
        if (char === "]" && !inQuotes) {
          if (currentSegment) {
            if (/^\d+$/.test(currentSegment)) {
              segments.push(currentSegment);
            } else {
              segments.push(currentSegment.replace(/^"|"$/g, ""));
            }
            currentSegment = "";
          }
          inBrackets = false;
          continue;
        }
        if (char === '"') {
          inQuotes = !inQuotes;
          continue;
        }
        if (char === "." && !inBrackets && !inQuotes) {
          if (currentSegment) {
            segments.push(currentSegment);
            currentSegment = "";
          }
          continue;
        }
        currentSegment += char;
      }
      if (currentSegment) {
        segments.push(...currentSegment.split(".").filter(Boolean));
      }
      return segments;
    }
    function createStandardIssues(error, parentPath) {
      const path2 = parentPath ? `${parentPath}.${error.path}` : error.path;
      return error.errors.map((err) => ({
        message: err,
        path: createStandardPath(path2)
      }));
    }
    function issuesFromValidationError(error, parentPath) {
      var _error$inner;
      if (!((_error$inner = error.inner) != null && _error$inner.length) && error.errors.length) {
        return createStandardIssues(error, parentPath);
      }
      const path2 = parentPath ? `${parentPath}.${error.path}` : error.path;
      return error.inner.flatMap((err) => issuesFromValidationError(err, path2));
    }
    var Schema = class {
      constructor(options) {
        this.type = void 0;
        this.deps = [];
        this.tests = void 0;
        this.transforms = void 0;
        this.conditions = [];
        this._mutate = void 0;
        this.internalTests = {};
        this._whitelist = new ReferenceSet();
        this._blacklist = new ReferenceSet();
        this.exclusiveTests = /* @__PURE__ */ Object.create(null);
        this._typeCheck = void 0;
        this.spec = void 0;
        this.tests = [];
        this.transforms = [];
        this.withMutation(() => {
          this.typeError(mixed2.notType);
        });
        this.type = options.type;
        this._typeCheck = options.check;
        this.spec = Object.assign({
          strip: false,
          strict: false,
          abortEarly: true,
          recursive: true,
          disableStackTrace: false,
          nullable: false,
          optional: true,
          coerce: true
        }, options == null ? void 0 : options.spec);
        this.withMutation((s) => {
          s.nonNullable();
        });
      }
      // TODO: remove
      get _type() {
        return this.type;
      }
      clone(spec) {
        if (this._mutate) {
          if (spec) Object.assign(this.spec, spec);
          return this;
        }
        const next = Object.create(Object.getPrototypeOf(this));
        next.type = this.type;
        next._typeCheck = this._typeCheck;
        next._whitelist = this._whitelist.clone();
        next._blacklist = this._blacklist.clone();
        next.internalTests = Object.assign({}, this.internalTests);
        next.exclusiveTests = Object.assign({}, this.exclusiveTests);
        next.deps = [...this.deps];
        next.conditions = [...this.conditions];
        next.tests = [...this.tests];
        next.transforms = [...this.transforms];
        next.spec = clone(Object.assign({}, this.spec, spec));
        return next;
      }
      label(label) {
        let next = this.clone();
        next.spec.label = label;
        return next;
      }
      meta(...args) {
        if (args.length === 0) return this.spec.meta;
        let next = this.clone();
        next.spec.meta = Object.assign(next.spec.meta || {}, args[0]);
        return next;
      }
      withMutation(fn) {
        let before2 = this._mutate;
        this._mutate = true;
        let result = fn(this);
        this._mutate = before2;
        return result;
      }
      concat(schema) {
        if (!schema || schema === this) return this;
        if (schema.type !== this.type && this.type !== "mixed") throw new TypeError(`You cannot \`concat()\` schema's of different types: ${this.type} and ${schema.type}`);
        let base = this;
        let combined = schema.clone();
        const mergedSpec = Object.assign({}, base.spec, combined.spec);
        combined.spec = mergedSpec;
        combined.internalTests = Object.assign({}, base.internalTests, combined.internalTests);
        combined._whitelist = base._whitelist.merge(schema._whitelist, schema._blacklist);
        combined._blacklist = base._blacklist.merge(schema._blacklist, schema._whitelist);
        combined.tests = base.tests;
        combined.exclusiveTests = base.exclusiveTests;
        combined.withMutation((next) => {
          schema.tests.forEach((fn) => {
            next.test(fn.OPTIONS);
          });
        });
        combined.transforms = [...base.transforms, ...combined.transforms];
        return combined;
      }
      isType(v) {
        if (v == null) {
          if (this.spec.nullable && v === null) return true;
          if (this.spec.optional && v === void 0) return true;
          return false;
        }
        return this._typeCheck(v);
      }
      resolve(options) {
        let schema = this;
        if (schema.conditions.length) {
          let conditions = schema.conditions;
          schema = schema.clone();
          schema.conditions = [];
          schema = conditions.reduce((prevSchema, condition) => condition.resolve(prevSchema, options), schema);
          schema = schema.resolve(options);
        }
        return schema;
      }
      resolveOptions(options) {
        var _options$strict, _options$abortEarly, _options$recursive, _options$disableStack;
        return Object.assign({}, options, {
          from: options.from || [],
          strict: (_options$strict = options.strict) != null ? _options$strict : this.spec.strict,
          abortEarly: (_options$abortEarly = options.abortEarly) != null ? _options$abortEarly : this.spec.abortEarly,
          recursive: (_options$recursive = options.recursive) != null ? _options$recursive : this.spec.recursive,
          disableStackTrace: (_options$disableStack = options.disableStackTrace) != null ? _options$disableStack : this.spec.disableStackTrace
        });
      }
      /**
       * Run the configured transform pipeline over an input value.
       */
      cast(value, options = {}) {
        let resolvedSchema = this.resolve(Object.assign({}, options, {
          value
          // parent: options.parent,
          // context: options.context,
        }));
        let allowOptionality = options.assert === "ignore-optionality";
        let result = resolvedSchema._cast(value, options);
        if (options.assert !== false && !resolvedSchema.isType(result)) {
          if (allowOptionality && isAbsent(result)) {
            return result;
          }
          let formattedValue = printValue(value);
          let formattedResult = printValue(result);
          throw new TypeError(`The value of ${options.path || "field"} could not be cast to a value that satisfies the schema type: "${resolvedSchema.type}". 

attempted value: ${formattedValue} 
` + (formattedResult !== formattedValue ? `result of cast: ${formattedResult}` : ""));
        }
        return result;
      }
      _cast(rawValue, options) {
        let value = rawValue === void 0 ? rawValue : this.transforms.reduce((prevValue, fn) => fn.call(this, prevValue, rawValue, this, options), rawValue);
        if (value === void 0) {
          value = this.getDefault(options);
        }
        return value;
      }
      _validate(_value, options = {}, panic, next) {
        let {
          path: path2,
          originalValue = _value,
          strict = this.spec.strict
        } = options;
        let value = _value;
        if (!strict) {
          value = this._cast(value, Object.assign({
            assert: false
          }, options));
        }
        let initialTests = [];
        for (let test of Object.values(this.internalTests)) {
          if (test) initialTests.push(test);
        }
        this.runTests({
          path: path2,
          value,
          originalValue,
          options,
          tests: initialTests
        }, panic, (initialErrors) => {
          if (initialErrors.length) {
            return next(initialErrors, value);
          }
          this.runTests({
            path: path2,
            value,
            originalValue,
            options,
            tests: this.tests
          }, panic, next);
        });
      }
      /**
       * Executes a set of validations, either schema, produced Tests or a nested
       * schema validate result.
       */
      runTests(runOptions, panic, next) {
        let fired = false;
        let {
          tests,
          value,
          originalValue,
          path: path2,
          options
        } = runOptions;
        let panicOnce = (arg) => {
          if (fired) return;
          fired = true;
          panic(arg, value);
        };
        let nextOnce = (arg) => {
          if (fired) return;
          fired = true;
          next(arg, value);
        };
        let count = tests.length;
        let nestedErrors = [];
        if (!count) return nextOnce([]);
        let args = {
          value,
          originalValue,
          path: path2,
          options,
          schema: this
        };
        for (let i = 0; i < tests.length; i++) {
          const test = tests[i];
          test(args, panicOnce, function finishTestRun(err) {
            if (err) {
              Array.isArray(err) ? nestedErrors.push(...err) : nestedErrors.push(err);
            }
            if (--count <= 0) {
              nextOnce(nestedErrors);
            }
          });
        }
      }
      asNestedTest({
        key: key2,
        index,
        parent,
        parentPath,
        originalParent,
        options
      }) {
        const k = key2 != null ? key2 : index;
        if (k == null) {
          throw TypeError("Must include `key` or `index` for nested validations");
        }
        const isIndex = typeof k === "number";
        let value = parent[k];
        const testOptions = Object.assign({}, options, {
          // Nested validations fields are always strict:
          //    1. parent isn't strict so the casting will also have cast inner values
          //    2. parent is strict in which case the nested values weren't cast either
          strict: true,
          parent,
          value,
          originalValue: originalParent[k],
          // FIXME: tests depend on `index` being passed around deeply,
          //   we should not let the options.key/index bleed through
          key: void 0,
          // index: undefined,
          [isIndex ? "index" : "key"]: k,
          path: isIndex || k.includes(".") ? `${parentPath || ""}[${isIndex ? k : `"${k}"`}]` : (parentPath ? `${parentPath}.` : "") + key2
        });
        return (_, panic, next) => this.resolve(testOptions)._validate(value, testOptions, panic, next);
      }
      validate(value, options) {
        var _options$disableStack2;
        let schema = this.resolve(Object.assign({}, options, {
          value
        }));
        let disableStackTrace = (_options$disableStack2 = options == null ? void 0 : options.disableStackTrace) != null ? _options$disableStack2 : schema.spec.disableStackTrace;
        return new Promise((resolve, reject) => schema._validate(value, options, (error, parsed) => {
          if (ValidationError.isError(error)) error.value = parsed;
          reject(error);
        }, (errors, validated) => {
          if (errors.length) reject(new ValidationError(errors, validated, void 0, void 0, disableStackTrace));
          else resolve(validated);
        }));
      }
      validateSync(value, options) {
        var _options$disableStack3;
        let schema = this.resolve(Object.assign({}, options, {
          value
        }));
        let result;
        let disableStackTrace = (_options$disableStack3 = options == null ? void 0 : options.disableStackTrace) != null ? _options$disableStack3 : schema.spec.disableStackTrace;
        schema._validate(value, Object.assign({}, options, {
          sync: true
        }), (error, parsed) => {
          if (ValidationError.isError(error)) error.value = parsed;
          throw error;
        }, (errors, validated) => {
          if (errors.length) throw new ValidationError(errors, value, void 0, void 0, disableStackTrace);
          result = validated;
        });
        return result;
      }
      isValid(value, options) {
        return this.validate(value, options).then(() => true, (err) => {
          if (ValidationError.isError(err)) return false;
          throw err;
        });
      }
      isValidSync(value, options) {
        try {
          this.validateSync(value, options);
          return true;
        } catch (err) {
          if (ValidationError.isError(err)) return false;
          throw err;
        }
      }
      _getDefault(options) {
        let defaultValue = this.spec.default;
        if (defaultValue == null) {
          return defaultValue;
        }
        return typeof defaultValue === "function" ? defaultValue.call(this, options) : clone(defaultValue);
      }
      getDefault(options) {
        let schema = this.resolve(options || {});
        return schema._getDefault(options);
      }
      default(def) {
        if (arguments.length === 0) {
          return this._getDefault();
        }
        let next = this.clone({
          default: def
        });
        return next;
      }
      strict(isStrict = true) {
        return this.clone({
          strict: isStrict
        });
      }
      nullability(nullable, message) {
        const next = this.clone({
          nullable
        });
        next.internalTests.nullable = createValidation({
          message,
          name: "nullable",
          test(value) {
            return value === null ? this.schema.spec.nullable : true;
          }
        });
        return next;
      }
      optionality(optional, message) {
        const next = this.clone({
          optional
        });
        next.internalTests.optionality = createValidation({
          message,
          name: "optionality",
          test(value) {
            return value === void 0 ? this.schema.spec.optional : true;
          }
        });
        return next;
      }
      optional() {
        return this.optionality(true);
      }
      defined(message = mixed2.defined) {
        return this.optionality(false, message);
      }
      nullable() {
        return this.nullability(true);
      }
      nonNullable(message = mixed2.notNull) {
        return this.nullability(false, message);
      }
      required(message = mixed2.required) {
        return this.clone().withMutation((next) => next.nonNullable(message).defined(message));
      }
      notRequired() {
        return this.clone().withMutation((next) => next.nullable().optional());
      }
      transform(fn) {
        let next = this.clone();
        next.transforms.push(fn);
        return next;
      }
      /**
       * Adds a test function to the schema's queue of tests.
       * tests can be exclusive or non-exclusive.
       *
       * - exclusive tests, will replace any existing tests of the same name.
       * - non-exclusive: can be stacked
       *
       * If a non-exclusive test is added to a schema with an exclusive test of the same name
       * the exclusive test is removed and further tests of the same name will be stacked.
       *
       * If an exclusive test is added to a schema with non-exclusive tests of the same name
       * the previous tests are removed and further tests of the same name will replace each other.
       */
      test(...args) {
        let opts;
        if (args.length === 1) {
          if (typeof args[0] === "function") {
            opts = {
              test: args[0]
            };
          } else {
            opts = args[0];
          }
        } else if (args.length === 2) {
          opts = {
            name: args[0],
            test: args[1]
          };
        } else {
          opts = {
            name: args[0],
            message: args[1],
            test: args[2]
          };
        }
        if (opts.message === void 0) opts.message = mixed2.default;
        if (typeof opts.test !== "function") throw new TypeError("`test` is a required parameters");
        let next = this.clone();
        let validate = createValidation(opts);
        let isExclusive = opts.exclusive || opts.name && next.exclusiveTests[opts.name] === true;
        if (opts.exclusive) {
          if (!opts.name) throw new TypeError("Exclusive tests must provide a unique `name` identifying the test");
        }
        if (opts.name) next.exclusiveTests[opts.name] = !!opts.exclusive;
        next.tests = next.tests.filter((fn) => {
          if (fn.OPTIONS.name === opts.name) {
            if (isExclusive) return false;
            if (fn.OPTIONS.test === validate.OPTIONS.test) return false;
          }
          return true;
        });
        next.tests.push(validate);
        return next;
      }
      when(keys, options) {
        if (!Array.isArray(keys) && typeof keys !== "string") {
          options = keys;
          keys = ".";
        }
        let next = this.clone();
        let deps = toArray(keys).map((key2) => new Reference(key2));
        deps.forEach((dep) => {
          if (dep.isSibling) next.deps.push(dep.key);
        });
        next.conditions.push(typeof options === "function" ? new Condition(deps, options) : Condition.fromOptions(deps, options));
        return next;
      }
      typeError(message) {
        let next = this.clone();
        next.internalTests.typeError = createValidation({
          message,
          name: "typeError",
          skipAbsent: true,
          test(value) {
            if (!this.schema._typeCheck(value)) return this.createError({
              params: {
                type: this.schema.type
              }
            });
            return true;
          }
        });
        return next;
      }
      oneOf(enums, message = mixed2.oneOf) {
        let next = this.clone();
        enums.forEach((val) => {
          next._whitelist.add(val);
          next._blacklist.delete(val);
        });
        next.internalTests.whiteList = createValidation({
          message,
          name: "oneOf",
          skipAbsent: true,
          test(value) {
            let valids = this.schema._whitelist;
            let resolved = valids.resolveAll(this.resolve);
            return resolved.includes(value) ? true : this.createError({
              params: {
                values: Array.from(valids).join(", "),
                resolved
              }
            });
          }
        });
        return next;
      }
      notOneOf(enums, message = mixed2.notOneOf) {
        let next = this.clone();
        enums.forEach((val) => {
          next._blacklist.add(val);
          next._whitelist.delete(val);
        });
        next.internalTests.blacklist = createValidation({
          message,
          name: "notOneOf",
          test(value) {
            let invalids = this.schema._blacklist;
            let resolved = invalids.resolveAll(this.resolve);
            if (resolved.includes(value)) return this.createError({
              params: {
                values: Array.from(invalids).join(", "),
                resolved
              }
            });
            return true;
          }
        });
        return next;
      }
      strip(strip2 = true) {
        let next = this.clone();
        next.spec.strip = strip2;
        return next;
      }
      /**
       * Return a serialized description of the schema including validations, flags, types etc.
       *
       * @param options Provide any needed context for resolving runtime schema alterations (lazy, when conditions, etc).
       */
      describe(options) {
        const next = (options ? this.resolve(options) : this).clone();
        const {
          label,
          meta,
          optional,
          nullable
        } = next.spec;
        const description = {
          meta,
          label,
          optional,
          nullable,
          default: next.getDefault(options),
          type: next.type,
          oneOf: next._whitelist.describe(),
          notOneOf: next._blacklist.describe(),
          tests: next.tests.filter((n, idx, list) => list.findIndex((c) => c.OPTIONS.name === n.OPTIONS.name) === idx).map((fn) => {
            const params = fn.OPTIONS.params && options ? resolveParams(Object.assign({}, fn.OPTIONS.params), options) : fn.OPTIONS.params;
            return {
              name: fn.OPTIONS.name,
              params
            };
          })
        };
        return description;
      }
      get ["~standard"]() {
        const schema = this;
        const standard = {
          version: 1,
          vendor: "yup",
          async validate(value) {
            try {
              const result = await schema.validate(value, {
                abortEarly: false
              });
              return {
                value: result
              };
            } catch (err) {
              if (err instanceof ValidationError) {
                return {
                  issues: issuesFromValidationError(err)
                };
              }
              throw err;
            }
          }
        };
        return standard;
      }
    };
    Schema.prototype.__isYupSchema__ = true;
    for (const method of ["validate", "validateSync"]) Schema.prototype[`${method}At`] = function(path2, value, options = {}) {
      const {
        parent,
        parentPath,
        schema
      } = getIn(this, path2, value, options.context);
      return schema[method](parent && parent[parentPath], Object.assign({}, options, {
        parent,
        path: path2
      }));
    };
    for (const alias of ["equals", "is"]) Schema.prototype[alias] = Schema.prototype.oneOf;
    for (const alias of ["not", "nope"]) Schema.prototype[alias] = Schema.prototype.notOneOf;
    var returnsTrue = () => true;
    function create$8(spec) {
      return new MixedSchema(spec);
    }
    var MixedSchema = class extends Schema {
      constructor(spec) {
        super(typeof spec === "function" ? {
          type: "mixed",
          check: spec
        } : Object.assign({
          type: "mixed",
          check: returnsTrue
        }, spec));
      }
    };
    create$8.prototype = MixedSchema.prototype;
    function create$7() {
      return new BooleanSchema();
    }
    var BooleanSchema = class extends Schema {
      constructor() {
        super({
          type: "boolean",
          check(v) {
            if (v instanceof Boolean) v = v.valueOf();
            return typeof v === "boolean";
          }
        });
        this.withMutation(() => {
          this.transform((value, _raw) => {
            if (this.spec.coerce && !this.isType(value)) {
              if (/^(true|1)$/i.test(String(value))) return true;
              if (/^(false|0)$/i.test(String(value))) return false;
            }
            return value;
          });
        });
      }
      isTrue(message = boolean2.isValue) {
        return this.test({
          message,
          name: "is-value",
          exclusive: true,
          params: {
            value: "true"
          },
          test(value) {
            return isAbsent(value) || value === true;
          }
        });
      }
      isFalse(message = boolean2.isValue) {
        return this.test({
          message,
          name: "is-value",
          exclusive: true,
          params: {
            value: "false"
          },
          test(value) {
            return isAbsent(value) || value === false;
          }
        });
      }
      default(def) {
        return super.default(def);
      }
      defined(msg) {
        return super.defined(msg);
      }
      optional() {
        return super.optional();
      }
      required(msg) {
        return super.required(msg);
      }
      notRequired() {
        return super.notRequired();
      }
      nullable() {
        return super.nullable();
      }
      nonNullable(msg) {
        return super.nonNullable(msg);
      }
      strip(v) {
        return super.strip(v);
      }
    };
    create$7.prototype = BooleanSchema.prototype;
    var isoReg = /^(\d{4}|[+-]\d{6})(?:-?(\d{2})(?:-?(\d{2}))?)?(?:[ T]?(\d{2}):?(\d{2})(?::?(\d{2})(?:[,.](\d{1,}))?)?(?:(Z)|([+-])(\d{2})(?::?(\d{2}))?)?)?$/;
    function parseIsoDate(date2) {
      const struct = parseDateStruct(date2);
      if (!struct) return Date.parse ? Date.parse(date2) : Number.NaN;
      if (struct.z === void 0 && struct.plusMinus === void 0) {
        return new Date(struct.year, struct.month, struct.day, struct.hour, struct.minute, struct.second, struct.millisecond).valueOf();
      }
      let totalMinutesOffset = 0;
      if (struct.z !== "Z" && struct.plusMinus !== void 0) {
        totalMinutesOffset = struct.hourOffset * 60 + struct.minuteOffset;
        if (struct.plusMinus === "+") totalMinutesOffset = 0 - totalMinutesOffset;
      }
      return Date.UTC(struct.year, struct.month, struct.day, struct.hour, struct.minute + totalMinutesOffset, struct.second, struct.millisecond);
    }
    function parseDateStruct(date2) {
      var _regexResult$7$length, _regexResult$;
      const regexResult = isoReg.exec(date2);
      if (!regexResult) return null;
      return {
        year: toNumber(regexResult[1]),
        month: toNumber(regexResult[2], 1) - 1,
        day: toNumber(regexResult[3], 1),
        hour: toNumber(regexResult[4]),
        minute: toNumber(regexResult[5]),
        second: toNumber(regexResult[6]),
        millisecond: regexResult[7] ? (
          // allow arbitrary sub-second precision beyond milliseconds
          toNumber(regexResult[7].substring(0, 3))
        ) : 0,
        precision: (_regexResult$7$length = (_regexResult$ = regexResult[7]) == null ? void 0 : _regexResult$.length) != null ? _regexResult$7$length : void 0,
        z: regexResult[8] || void 0,
        plusMinus: regexResult[9] || void 0,
        hourOffset: toNumber(regexResult[10]),
        minuteOffset: toNumber(regexResult[11])
      };
    }
    function toNumber(str, defaultValue = 0) {
      return Number(str) || defaultValue;
    }
    var rEmail = (
      // eslint-disable-next-line
      /^[a-zA-Z0-9.!#$%&'*+\/=?^_`{|}~-]+@[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?(?:\.[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?)*$/
    );
    var rUrl = (
      // eslint-disable-next-line
      /^((https?|ftp):)?\/\/(((([a-z]|\d|-|\.|_|~|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])|(%[\da-f]{2})|[!\$&'\(\)\*\+,;=]|:)*@)?(((\d|[1-9]\d|1\d\d|2[0-4]\d|25[0-5])\.(\d|[1-9]\d|1\d\d|2[0-4]\d|25[0-5])\.(\d|[1-9]\d|1\d\d|2[0-4]\d|25[0-5])\.(\d|[1-9]\d|1\d\d|2[0-4]\d|25[0-5]))|((([a-z]|\d|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])|(([a-z]|\d|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])([a-z]|\d|-|\.|_|~|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])*([a-z]|\d|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])))\.)+(([a-z]|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])|(([a-z]|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])([a-z]|\d|-|\.|_|~|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])*([a-z]|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])))\.?)(:\d*)?)(\/((([a-z]|\d|-|\.|_|~|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])|(%[\da-f]{2})|[!\$&'\(\)\*\+,;=]|:|@)+(\/(([a-z]|\d|-|\.|_|~|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])|(%[\da-f]{2})|[!\$&'\(\)\*\+,;=]|:|@)*)*)?)?(\?((([a-z]|\d|-|\.|_|~|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])|(%[\da-f]{2})|[!\$&'\(\)\*\+,;=]|:|@)|[\uE000-\uF8FF]|\/|\?)*)?(\#((([a-z]|\d|-|\.|_|~|[\u00A0-\uD7FF\uF900-\uFDCF\uFDF0-\uFFEF])|(%[\da-f]{2})|[!\$&'\(\)\*\+,;=]|:|@)|\/|\?)*)?$/i
    );
    var rUUID = /^(?:[0-9a-f]{8}-[0-9a-f]{4}-[1-5][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}|00000000-0000-0000-0000-000000000000)$/i;
    var yearMonthDay = "^\\d{4}-\\d{2}-\\d{2}";
    var hourMinuteSecond = "\\d{2}:\\d{2}:\\d{2}";
    var zOrOffset = "(([+-]\\d{2}(:?\\d{2})?)|Z)";
    var rIsoDateTime = new RegExp(`${yearMonthDay}T${hourMinuteSecond}(\\.\\d+)?${zOrOffset}$`);
    var isTrimmed = (value) => isAbsent(value) || value === value.trim();
    var objStringTag = {}.toString();
    function create$6() {
      return new StringSchema();
    }
    var StringSchema = class extends Schema {
      constructor() {
        super({
          type: "string",
          check(value) {
            if (value instanceof String) value = value.valueOf();
            return typeof value === "string";
          }
        });
        this.withMutation(() => {
          this.transform((value, _raw) => {
            if (!this.spec.coerce || this.isType(value)) return value;
            if (Array.isArray(value)) return value;
            const strValue = value != null && value.toString ? value.toString() : value;
            if (strValue === objStringTag) return value;
            return strValue;
          });
        });
      }
      required(message) {
        return super.required(message).withMutation((schema) => schema.test({
          message: message || mixed2.required,
          name: "required",
          skipAbsent: true,
          test: (value) => !!value.length
        }));
      }
      notRequired() {
        return super.notRequired().withMutation((schema) => {
          schema.tests = schema.tests.filter((t2) => t2.OPTIONS.name !== "required");
          return schema;
        });
      }
      length(length, message = string7.length) {
        return this.test({
          message,
          name: "length",
          exclusive: true,
          params: {
            length
          },
          skipAbsent: true,
          test(value) {
            return value.length === this.resolve(length);
          }
        });
      }
      min(min, message = string7.min) {
        return this.test({
          message,
          name: "min",
          exclusive: true,
          params: {
            min
          },
          skipAbsent: true,
          test(value) {
            return value.length >= this.resolve(min);
          }
        });
      }
      max(max, message = string7.max) {
        return this.test({
          name: "max",
          exclusive: true,
          message,
          params: {
            max
          },
          skipAbsent: true,
          test(value) {
            return value.length <= this.resolve(max);
          }
        });
      }
      matches(regex, options) {
        let excludeEmptyString = false;
        let message;
        let name2;
        if (options) {
          if (typeof options === "object") {
            ({
              excludeEmptyString = false,
              message,
              name: name2
            } = options);
          } else {
            message = options;
          }
        }
        return this.test({
          name: name2 || "matches",
          message: message || string7.matches,
          params: {
            regex
          },
          skipAbsent: true,
          test: (value) => value === "" && excludeEmptyString || value.search(regex) !== -1
        });
      }
      email(message = string7.email) {
        return this.matches(rEmail, {
          name: "email",
          message,
          excludeEmptyString: true
        });
      }
      url(message = string7.url) {
        return this.matches(rUrl, {
          name: "url",
          message,
          excludeEmptyString: true
        });
      }
      uuid(message = string7.uuid) {
        return this.matches(rUUID, {
          name: "uuid",
          message,
          excludeEmptyString: false
        });
      }
      datetime(options) {
        let message = "";
        let allowOffset;
        let precision;
        if (options) {
          if (typeof options === "object") {
            ({
              message = "",
              allowOffset = false,
              precision = void 0
            } = options);
          } else {
            message = options;
          }
        }
        return this.matches(rIsoDateTime, {
          name: "datetime",
          message: message || string7.datetime,
          excludeEmptyString: true
        }).test({
          name: "datetime_offset",
          message: message || string7.datetime_offset,
          params: {
            allowOffset
          },
          skipAbsent: true,
          test: (value) => {
            if (!value || allowOffset) return true;
            const struct = parseDateStruct(value);
            if (!struct) return false;
            return !!struct.z;
          }
        }).test({
          name: "datetime_precision",
          message: message || string7.datetime_precision,
          params: {
            precision
          },
          skipAbsent: true,
          test: (value) => {
            if (!value || precision == void 0) return true;
            const struct = parseDateStruct(value);
            if (!struct) return false;
            return struct.precision === precision;
          }
        });
      }
      //-- transforms --
      ensure() {
        return this.default("").transform((val) => val === null ? "" : val);
      }
      trim(message = string7.trim) {
        return this.transform((val) => val != null ? val.trim() : val).test({
          message,
          name: "trim",
          test: isTrimmed
        });
      }
      lowercase(message = string7.lowercase) {
        return this.transform((value) => !isAbsent(value) ? value.toLowerCase() : value).test({
          message,
          name: "string_case",
          exclusive: true,
          skipAbsent: true,
          test: (value) => isAbsent(value) || value === value.toLowerCase()
        });
      }
      uppercase(message = string7.uppercase) {
        return this.transform((value) => !isAbsent(value) ? value.toUpperCase() : value).test({
          message,
          name: "string_case",
          exclusive: true,
          skipAbsent: true,
          test: (value) => isAbsent(value) || value === value.toUpperCase()
        });
      }
    };
    create$6.prototype = StringSchema.prototype;
    var isNaN$1 = (value) => value != +value;
    function create$5() {
      return new NumberSchema();
    }
    var NumberSchema = class extends Schema {
      constructor() {
        super({
          type: "number",
          check(value) {
            if (value instanceof Number) value = value.valueOf();
            return typeof value === "number" && !isNaN$1(value);
          }
        });
        this.withMutation(() => {
          this.transform((value, _raw) => {
            if (!this.spec.coerce) return value;
            let parsed = value;
            if (typeof parsed === "string") {
              parsed = parsed.replace(/\s/g, "");
              if (parsed === "") return NaN;
              parsed = +parsed;
            }
            if (this.isType(parsed) || parsed === null) return parsed;
            return parseFloat(parsed);
          });
        });
      }
      min(min, message = number6.min) {
        return this.test({
          message,
          name: "min",
          exclusive: true,
          params: {
            min
          },
          skipAbsent: true,
          test(value) {
            return value >= this.resolve(min);
          }
        });
      }
      max(max, message = number6.max) {
        return this.test({
          message,
          name: "max",
          exclusive: true,
          params: {
            max
          },
          skipAbsent: true,
          test(value) {
            return value <= this.resolve(max);
          }
        });
      }
      lessThan(less, message = number6.lessThan) {
        return this.test({
          message,
          name: "max",
          exclusive: true,
          params: {
            less
          },
          skipAbsent: true,
          test(value) {
            return value < this.resolve(less);
          }
        });
      }
      moreThan(more, message = number6.moreThan) {
        return this.test({
          message,
          name: "min",
          exclusive: true,
          params: {
            more
          },
          skipAbsent: true,
          test(value) {
            return value > this.resolve(more);
          }
        });
      }
      positive(msg = number6.positive) {
        return this.moreThan(0, msg);
      }
      negative(msg = number6.negative) {
        return this.lessThan(0, msg);
      }
      integer(message = number6.integer) {
        return this.test({
          name: "integer",
          message,
          skipAbsent: true,
          test: (val) => Number.isInteger(val)
        });
      }
      truncate() {
        return this.transform((value) => !isAbsent(value) ? value | 0 : value);
      }
      round(method) {
        var _method;
        let avail = ["ceil", "floor", "round", "trunc"];
        method = ((_method = method) == null ? void 0 : _method.toLowerCase()) || "round";
        if (method === "trunc") return this.truncate();
        if (avail.indexOf(method.toLowerCase()) === -1) throw new TypeError("Only valid options for round() are: " + avail.join(", "));
        return this.transform((value) => !isAbsent(value) ? Math[method](value) : value);
      }
    };
    create$5.prototype = NumberSchema.prototype;
    var invalidDate = /* @__PURE__ */ new Date("");
    var isDate = (obj) => Object.prototype.toString.call(obj) === "[object Date]";
    function create$4() {
      return new DateSchema();
    }
    var DateSchema = class _DateSchema extends Schema {
      constructor() {
        super({
          type: "date",
          check(v) {
            return isDate(v) && !isNaN(v.getTime());
          }
        });
        this.withMutation(() => {
          this.transform((value, _raw) => {
            if (!this.spec.coerce || this.isType(value) || value === null) return value;
            value = parseIsoDate(value);
            return !isNaN(value) ? new Date(value) : _DateSchema.INVALID_DATE;
          });
        });
      }
      prepareParam(ref, name2) {
        let param;
        if (!Reference.isRef(ref)) {
          let cast = this.cast(ref);
          if (!this._typeCheck(cast)) throw new TypeError(`\`${name2}\` must be a Date or a value that can be \`cast()\` to a Date`);
          param = cast;
        } else {
          param = ref;
        }
        return param;
      }
      min(min, message = date.min) {
        let limit = this.prepareParam(min, "min");
        return this.test({
          message,
          name: "min",
          exclusive: true,
          params: {
            min
          },
          skipAbsent: true,
          test(value) {
            return value >= this.resolve(limit);
          }
        });
      }
      max(max, message = date.max) {
        let limit = this.prepareParam(max, "max");
        return this.test({
          message,
          name: "max",
          exclusive: true,
          params: {
            max
          },
          skipAbsent: true,
          test(value) {
            return value <= this.resolve(limit);
          }
        });
      }
    };
    DateSchema.INVALID_DATE = invalidDate;
    create$4.prototype = DateSchema.prototype;
    create$4.INVALID_DATE = invalidDate;
    function sortFields(fields, excludedEdges = []) {
      let edges = [];
      let nodes = /* @__PURE__ */ new Set();
      let excludes = new Set(excludedEdges.map(([a, b]) => `${a}-${b}`));
      function addNode(depPath, key2) {
        let node = propertyExpr.split(depPath)[0];
        nodes.add(node);
        if (!excludes.has(`${key2}-${node}`)) edges.push([key2, node]);
      }
      for (const key2 of Object.keys(fields)) {
        let value = fields[key2];
        nodes.add(key2);
        if (Reference.isRef(value) && value.isSibling) addNode(value.path, key2);
        else if (isSchema(value) && "deps" in value) value.deps.forEach((path2) => addNode(path2, key2));
      }
      return toposort__default["default"].array(Array.from(nodes), edges).reverse();
    }
    function findIndex(arr, err) {
      let idx = Infinity;
      arr.some((key2, ii) => {
        var _err$path;
        if ((_err$path = err.path) != null && _err$path.includes(key2)) {
          idx = ii;
          return true;
        }
      });
      return idx;
    }
    function sortByKeyOrder(keys) {
      return (a, b) => {
        return findIndex(keys, a) - findIndex(keys, b);
      };
    }
    var parseJson = (value, _, schema) => {
      if (typeof value !== "string") {
        return value;
      }
      let parsed = value;
      try {
        parsed = JSON.parse(value);
      } catch (err) {
      }
      return schema.isType(parsed) ? parsed : value;
    };
    function deepPartial(schema) {
      if ("fields" in schema) {
        const partial = {};
        for (const [key2, fieldSchema] of Object.entries(schema.fields)) {
          partial[key2] = deepPartial(fieldSchema);
        }
        return schema.setFields(partial);
      }
      if (schema.type === "array") {
        const nextArray = schema.optional();
        if (nextArray.innerType) nextArray.innerType = deepPartial(nextArray.innerType);
        return nextArray;
      }
      if (schema.type === "tuple") {
        return schema.optional().clone({
          types: schema.spec.types.map(deepPartial)
        });
      }
      if ("optional" in schema) {
        return schema.optional();
      }
      return schema;
    }
    var deepHas = (obj, p) => {
      const path2 = [...propertyExpr.normalizePath(p)];
      if (path2.length === 1) return path2[0] in obj;
      let last = path2.pop();
      let parent = propertyExpr.getter(propertyExpr.join(path2), true)(obj);
      return !!(parent && last in parent);
    };
    var isObject = (obj) => Object.prototype.toString.call(obj) === "[object Object]";
    function unknown(ctx, value) {
      let known2 = Object.keys(ctx.fields);
      return Object.keys(value).filter((key2) => known2.indexOf(key2) === -1);
    }
    var defaultSort = sortByKeyOrder([]);
    function create$3(spec) {
      return new ObjectSchema(spec);
    }
    var ObjectSchema = class extends Schema {
      constructor(spec) {
        super({
          type: "object",
          check(value) {
            return isObject(value) || typeof value === "function";
          }
        });
        this.fields = /* @__PURE__ */ Object.create(null);
        this._sortErrors = defaultSort;
        this._nodes = [];
        this._excludedEdges = [];
        this.withMutation(() => {
          if (spec) {
            this.shape(spec);
          }
        });
      }
      _cast(_value, options = {}) {
        var _options$stripUnknown;
        let value = super._cast(_value, options);
        if (value === void 0) return this.getDefault(options);
        if (!this._typeCheck(value)) return value;
        let fields = this.fields;
        let strip2 = (_options$stripUnknown = options.stripUnknown) != null ? _options$stripUnknown : this.spec.noUnknown;
        let props = [].concat(this._nodes, Object.keys(value).filter((v) => !this._nodes.includes(v)));
        let intermediateValue = {};
        let innerOptions = Object.assign({}, options, {
          parent: intermediateValue,
          __validating: options.__validating || false
        });
        let isChanged = false;
        for (const prop of props) {
          let field = fields[prop];
          let exists = prop in value;
          let inputValue = value[prop];
          if (field) {
            let fieldValue;
            innerOptions.path = (options.path ? `${options.path}.` : "") + prop;
            field = field.resolve({
              value: inputValue,
              context: options.context,
              parent: intermediateValue
            });
            let fieldSpec = field instanceof Schema ? field.spec : void 0;
            let strict = fieldSpec == null ? void 0 : fieldSpec.strict;
            if (fieldSpec != null && fieldSpec.strip) {
              isChanged = isChanged || prop in value;
              continue;
            }
            fieldValue = !options.__validating || !strict ? field.cast(inputValue, innerOptions) : inputValue;
            if (fieldValue !== void 0) {
              intermediateValue[prop] = fieldValue;
            }
          } else if (exists && !strip2) {
            intermediateValue[prop] = inputValue;
          }
          if (exists !== prop in intermediateValue || intermediateValue[prop] !== inputValue) {
            isChanged = true;
          }
        }
        return isChanged ? intermediateValue : value;
      }
      _validate(_value, options = {}, panic, next) {
        let {
          from = [],
          originalValue = _value,
          recursive = this.spec.recursive
        } = options;
        options.from = [{
          schema: this,
          value: originalValue
        }, ...from];
        options.__validating = true;
        options.originalValue = originalValue;
        super._validate(_value, options, panic, (objectErrors, value) => {
          if (!recursive || !isObject(value)) {
            next(objectErrors, value);
            return;
          }
          originalValue = originalValue || value;
          let tests = [];
          for (let key2 of this._nodes) {
            let field = this.fields[key2];
            if (!field || Reference.isRef(field)) {
              continue;
            }
            tests.push(field.asNestedTest({
              options,
              key: key2,
              parent: value,
              parentPath: options.path,
              originalParent: originalValue
            }));
          }
          this.runTests({
            tests,
            value,
            originalValue,
            options
          }, panic, (fieldErrors) => {
            next(fieldErrors.sort(this._sortErrors).concat(objectErrors), value);
          });
        });
      }
      clone(spec) {
        const next = super.clone(spec);
        next.fields = Object.assign({}, this.fields);
        next._nodes = this._nodes;
        next._excludedEdges = this._excludedEdges;
        next._sortErrors = this._sortErrors;
        return next;
      }
      concat(schema) {
        let next = super.concat(schema);
        let nextFields = next.fields;
        for (let [field, schemaOrRef] of Object.entries(this.fields)) {
          const target = nextFields[field];
          nextFields[field] = target === void 0 ? schemaOrRef : target;
        }
        return next.withMutation((s) => (
          // XXX: excludes here is wrong
          s.setFields(nextFields, [...this._excludedEdges, ...schema._excludedEdges])
        ));
      }
      _getDefault(options) {
        if ("default" in this.spec) {
          return super._getDefault(options);
        }
        if (!this._nodes.length) {
          return void 0;
        }
        let dft = {};
        this._nodes.forEach((key2) => {
          var _innerOptions;
          const field = this.fields[key2];
          let innerOptions = options;
          if ((_innerOptions = innerOptions) != null && _innerOptions.value) {
            innerOptions = Object.assign({}, innerOptions, {
              parent: innerOptions.value,
              value: innerOptions.value[key2]
            });
          }
          dft[key2] = field && "getDefault" in field ? field.getDefault(innerOptions) : void 0;
        });
        return dft;
      }
      setFields(shape, excludedEdges) {
        let next = this.clone();
        next.fields = shape;
        next._nodes = sortFields(shape, excludedEdges);
        next._sortErrors = sortByKeyOrder(Object.keys(shape));
        if (excludedEdges) next._excludedEdges = excludedEdges;
        return next;
      }
      shape(additions, excludes = []) {
        return this.clone().withMutation((next) => {
          let edges = next._excludedEdges;
          if (excludes.length) {
            if (!Array.isArray(excludes[0])) excludes = [excludes];
            edges = [...next._excludedEdges, ...excludes];
          }
          return next.setFields(Object.assign(next.fields, additions), edges);
        });
      }
      partial() {
        const partial = {};
        for (const [key2, schema] of Object.entries(this.fields)) {
          partial[key2] = "optional" in schema && schema.optional instanceof Function ? schema.optional() : schema;
        }
        return this.setFields(partial);
      }
      deepPartial() {
        const next = deepPartial(this);
        return next;
      }
      pick(keys) {
        const picked = {};
        for (const key2 of keys) {
          if (this.fields[key2]) picked[key2] = this.fields[key2];
        }
        return this.setFields(picked, this._excludedEdges.filter(([a, b]) => keys.includes(a) && keys.includes(b)));
      }
      omit(keys) {
        const remaining = [];
        for (const key2 of Object.keys(this.fields)) {
          if (keys.includes(key2)) continue;
          remaining.push(key2);
        }
        return this.pick(remaining);
      }
      from(from, to, alias) {
        let fromGetter = propertyExpr.getter(from, true);
        return this.transform((obj) => {
          if (!obj) return obj;
          let newObj = obj;
          if (deepHas(obj, from)) {
            newObj = Object.assign({}, obj);
            if (!alias) delete newObj[from];
            newObj[to] = fromGetter(obj);
          }
          return newObj;
        });
      }
      /** Parse an input JSON string to an object */
      json() {
        return this.transform(parseJson);
      }
      /**
       * Similar to `noUnknown` but only validates that an object is the right shape without stripping the unknown keys
       */
      exact(message) {
        return this.test({
          name: "exact",
          exclusive: true,
          message: message || object4.exact,
          test(value) {
            if (value == null) return true;
            const unknownKeys = unknown(this.schema, value);
            return unknownKeys.length === 0 || this.createError({
              params: {
                properties: unknownKeys.join(", ")
              }
            });
          }
        });
      }
      stripUnknown() {
        return this.clone({
          noUnknown: true
        });
      }
      noUnknown(noAllow = true, message = object4.noUnknown) {
        if (typeof noAllow !== "boolean") {
          message = noAllow;
          noAllow = true;
        }
        let next = this.test({
          name: "noUnknown",
          exclusive: true,
          message,
          test(value) {
            if (value == null) return true;
            const unknownKeys = unknown(this.schema, value);
            return !noAllow || unknownKeys.length === 0 || this.createError({
              params: {
                unknown: unknownKeys.join(", ")
              }
            });
          }
        });
        next.spec.noUnknown = noAllow;
        return next;
      }
      unknown(allow = true, message = object4.noUnknown) {
        return this.noUnknown(!allow, message);
      }
      transformKeys(fn) {
        return this.transform((obj) => {
          if (!obj) return obj;
          const result = {};
          for (const key2 of Object.keys(obj)) result[fn(key2)] = obj[key2];
          return result;
        });
      }
      camelCase() {
        return this.transformKeys(tinyCase.camelCase);
      }
      snakeCase() {
        return this.transformKeys(tinyCase.snakeCase);
      }
      constantCase() {
        return this.transformKeys((key2) => tinyCase.snakeCase(key2).toUpperCase());
      }
      describe(options) {
        const next = (options ? this.resolve(options) : this).clone();
        const base = super.describe(options);
        base.fields = {};
        for (const [key2, value] of Object.entries(next.fields)) {
          var _innerOptions2;
          let innerOptions = options;
          if ((_innerOptions2 = innerOptions) != null && _innerOptions2.value) {
            innerOptions = Object.assign({}, innerOptions, {
              parent: innerOptions.value,
              value: innerOptions.value[key2]
            });
          }
          base.fields[key2] = value.describe(innerOptions);
        }
        return base;
      }
    };
    create$3.prototype = ObjectSchema.prototype;
    function create$2(type) {
      return new ArraySchema(type);
    }
    var ArraySchema = class extends Schema {
      constructor(type) {
        super({
          type: "array",
          spec: {
            types: type
          },
          check(v) {
            return Array.isArray(v);
          }
        });
        this.innerType = void 0;
        this.innerType = type;
      }
      _cast(_value, _opts) {
        const value = super._cast(_value, _opts);
        if (!this._typeCheck(value) || !this.innerType) {
          return value;
        }
        let isChanged = false;
        const castArray = value.map((v, idx) => {
          const castElement = this.innerType.cast(v, Object.assign({}, _opts, {
            path: `${_opts.path || ""}[${idx}]`,
            parent: value,
            originalValue: v,
            value: v,
            index: idx
          }));
          if (castElement !== v) {
            isChanged = true;
          }
          return castElement;
        });
        return isChanged ? castArray : value;
      }
      _validate(_value, options = {}, panic, next) {
        var _options$recursive;
        let innerType = this.innerType;
        let recursive = (_options$recursive = options.recursive) != null ? _options$recursive : this.spec.recursive;
        options.originalValue != null ? options.originalValue : _value;
        super._validate(_value, options, panic, (arrayErrors, value) => {
          var _options$originalValu2;
          if (!recursive || !innerType || !this._typeCheck(value)) {
            next(arrayErrors, value);
            return;
          }
          let tests = new Array(value.length);
          for (let index = 0; index < value.length; index++) {
            var _options$originalValu;
            tests[index] = innerType.asNestedTest({
              options,
              index,
              parent: value,
              parentPath: options.path,
              originalParent: (_options$originalValu = options.originalValue) != null ? _options$originalValu : _value
            });
          }
          this.runTests({
            value,
            tests,
            originalValue: (_options$originalValu2 = options.originalValue) != null ? _options$originalValu2 : _value,
            options
          }, panic, (innerTypeErrors) => next(innerTypeErrors.concat(arrayErrors), value));
        });
      }
      clone(spec) {
        const next = super.clone(spec);
        next.innerType = this.innerType;
        return next;
      }
      /** Parse an input JSON string to an object */
      json() {
        return this.transform(parseJson);
      }
      concat(schema) {
        let next = super.concat(schema);
        next.innerType = this.innerType;
        if (schema.innerType)
          next.innerType = next.innerType ? (
            // @ts-expect-error Lazy doesn't have concat and will break
            next.innerType.concat(schema.innerType)
          ) : schema.innerType;
        return next;
      }
      of(schema) {
        let next = this.clone();
        if (!isSchema(schema)) throw new TypeError("`array.of()` sub-schema must be a valid yup schema not: " + printValue(schema));
        next.innerType = schema;
        next.spec = Object.assign({}, next.spec, {
          types: schema
        });
        return next;
      }
      length(length, message = array7.length) {
        return this.test({
          message,
          name: "length",
          exclusive: true,
          params: {
            length
          },
          skipAbsent: true,
          test(value) {
            return value.length === this.resolve(length);
          }
        });
      }
      min(min, message) {
        message = message || array7.min;
        return this.test({
          message,
          name: "min",
          exclusive: true,
          params: {
            min
          },
          skipAbsent: true,
          // FIXME(ts): Array<typeof T>
          test(value) {
            return value.length >= this.resolve(min);
          }
        });
      }
      max(max, message) {
        message = message || array7.max;
        return this.test({
          message,
          name: "max",
          exclusive: true,
          params: {
            max
          },
          skipAbsent: true,
          test(value) {
            return value.length <= this.resolve(max);
          }
        });
      }
      ensure() {
        return this.default(() => []).transform((val, original) => {
          if (this._typeCheck(val)) return val;
          return original == null ? [] : [].concat(original);
        });
      }
      compact(rejector) {
        let reject = !rejector ? (v) => !!v : (v, i, a) => !rejector(v, i, a);
        return this.transform((values) => values != null ? values.filter(reject) : values);
      }
      describe(options) {
        const next = (options ? this.resolve(options) : this).clone();
        const base = super.describe(options);
        if (next.innerType) {
          var _innerOptions;
          let innerOptions = options;
          if ((_innerOptions = innerOptions) != null && _innerOptions.value) {
            innerOptions = Object.assign({}, innerOptions, {
              parent: innerOptions.value,
              value: innerOptions.value[0]
            });
          }
          base.innerType = next.innerType.describe(innerOptions);
        }
        return base;
      }
    };
    create$2.prototype = ArraySchema.prototype;
    function create$1(schemas) {
      return new TupleSchema(schemas);
    }
    var TupleSchema = class extends Schema {
      constructor(schemas) {
        super({
          type: "tuple",
          spec: {
            types: schemas
          },
          check(v) {
            const types = this.spec.types;
            return Array.isArray(v) && v.length === types.length;
          }
        });
        this.withMutation(() => {
          this.typeError(tuple2.notType);
        });
      }
      _cast(inputValue, options) {
        const {
          types
        } = this.spec;
        const value = super._cast(inputValue, options);
        if (!this._typeCheck(value)) {
          return value;
        }
        let isChanged = false;
        const castArray = types.map((type, idx) => {
          const castElement = type.cast(value[idx], Object.assign({}, options, {
            path: `${options.path || ""}[${idx}]`,
            parent: value,
            originalValue: value[idx],
            value: value[idx],
            index: idx
          }));
          if (castElement !== value[idx]) isChanged = true;
          return castElement;
        });
        return isChanged ? castArray : value;
      }
      _validate(_value, options = {}, panic, next) {
        let itemTypes = this.spec.types;
        super._validate(_value, options, panic, (tupleErrors, value) => {
          var _options$originalValu2;
          if (!this._typeCheck(value)) {
            next(tupleErrors, value);
            return;
          }
          let tests = [];
          for (let [index, itemSchema] of itemTypes.entries()) {
            var _options$originalValu;
            tests[index] = itemSchema.asNestedTest({
              options,
              index,
              parent: value,
              parentPath: options.path,
              originalParent: (_options$originalValu = options.originalValue) != null ? _options$originalValu : _value
            });
          }
          this.runTests({
            value,
            tests,
            originalValue: (_options$originalValu2 = options.originalValue) != null ? _options$originalValu2 : _value,
            options
          }, panic, (innerTypeErrors) => next(innerTypeErrors.concat(tupleErrors), value));
        });
      }
      describe(options) {
        const next = (options ? this.resolve(options) : this).clone();
        const base = super.describe(options);
        base.innerType = next.spec.types.map((schema, index) => {
          var _innerOptions;
          let innerOptions = options;
          if ((_innerOptions = innerOptions) != null && _innerOptions.value) {
            innerOptions = Object.assign({}, innerOptions, {
              parent: innerOptions.value,
              value: innerOptions.value[index]
            });
          }
          return schema.describe(innerOptions);
        });
        return base;
      }
    };
    create$1.prototype = TupleSchema.prototype;
    function create(builder) {
      return new Lazy(builder);
    }
    function catchValidationError(fn) {
      try {
        return fn();
      } catch (err) {
        if (ValidationError.isError(err)) return Promise.reject(err);
        throw err;
      }
    }
    var Lazy = class _Lazy {
      constructor(builder) {
        this.type = "lazy";
        this.__isYupSchema__ = true;
        this.spec = void 0;
        this._resolve = (value, options = {}) => {
          let schema = this.builder(value, options);
          if (!isSchema(schema)) throw new TypeError("lazy() functions must return a valid schema");
          if (this.spec.optional) schema = schema.optional();
          return schema.resolve(options);
        };
        this.builder = builder;
        this.spec = {
          meta: void 0,
          optional: false
        };
      }
      clone(spec) {
        const next = new _Lazy(this.builder);
        next.spec = Object.assign({}, this.spec, spec);
        return next;
      }
      optionality(optional) {
        const next = this.clone({
          optional
        });
        return next;
      }
      optional() {
        return this.optionality(true);
      }
      resolve(options) {
        return this._resolve(options.value, options);
      }
      cast(value, options) {
        return this._resolve(value, options).cast(value, options);
      }
      asNestedTest(config) {
        let {
          key: key2,
          index,
          parent,
          options
        } = config;
        let value = parent[index != null ? index : key2];
        return this._resolve(value, Object.assign({}, options, {
          value,
          parent
        })).asNestedTest(config);
      }
      validate(value, options) {
        return catchValidationError(() => this._resolve(value, options).validate(value, options));
      }
      validateSync(value, options) {
        return this._resolve(value, options).validateSync(value, options);
      }
      validateAt(path2, value, options) {
        return catchValidationError(() => this._resolve(value, options).validateAt(path2, value, options));
      }
      validateSyncAt(path2, value, options) {
        return this._resolve(value, options).validateSyncAt(path2, value, options);
      }
      isValid(value, options) {
        try {
          return this._resolve(value, options).isValid(value, options);
        } catch (err) {
          if (ValidationError.isError(err)) {
            return Promise.resolve(false);
          }
          throw err;
        }
      }
      isValidSync(value, options) {
        return this._resolve(value, options).isValidSync(value, options);
      }
      describe(options) {
        return options ? this.resolve(options).describe(options) : {
          type: "lazy",
          meta: this.spec.meta,
          label: void 0
        };
      }
      meta(...args) {
        if (args.length === 0) return this.spec.meta;
        let next = this.clone();
        next.spec.meta = Object.assign(next.spec.meta || {}, args[0]);
        return next;
      }
      get ["~standard"]() {
        const schema = this;
        const standard = {
          version: 1,
          vendor: "yup",
          async validate(value) {
            try {
              const result = await schema.validate(value, {
                abortEarly: false
              });
              return {
                value: result
              };
            } catch (err) {
              if (ValidationError.isError(err)) {
                return {
                  issues: issuesFromValidationError(err)
                };
              }
              throw err;
            }
          }
        };
        return standard;
      }
    };
    function setLocale2(custom) {
      Object.keys(custom).forEach((type) => {
        Object.keys(custom[type]).forEach((method) => {
          locale[type][method] = custom[type][method];
        });
      });
    }
    function addMethod(schemaType, name2, fn) {
      if (!schemaType || !isSchema(schemaType.prototype)) throw new TypeError("You must provide a yup schema constructor function");
      if (typeof name2 !== "string") throw new TypeError("A Method name must be provided");
      if (typeof fn !== "function") throw new TypeError("Method function must be provided");
      schemaType.prototype[name2] = fn;
    }
    exports.ArraySchema = ArraySchema;
    exports.BooleanSchema = BooleanSchema;
    exports.DateSchema = DateSchema;
    exports.LazySchema = Lazy;
    exports.MixedSchema = MixedSchema;
    exports.NumberSchema = NumberSchema;
    exports.ObjectSchema = ObjectSchema;
    exports.Schema = Schema;
    exports.StringSchema = StringSchema;
    exports.TupleSchema = TupleSchema;
    exports.ValidationError = ValidationError;
    exports.addMethod = addMethod;
    exports.array = create$2;
    exports.bool = create$7;
    exports.boolean = create$7;
    exports.date = create$4;
    exports.defaultLocale = locale;
    exports.getIn = getIn;
    exports.isSchema = isSchema;
    exports.lazy = create;
    exports.mixed = create$8;
    exports.number = create$5;
    exports.object = create$3;
    exports.printValue = printValue;
    exports.reach = reach;
    exports.ref = create$9;
    exports.setLocale = setLocale2;
    exports.string = create$6;
    exports.tuple = create$1;
  }
});

// core/src/errors.ts
var InputError = class extends Error {
  field;
  constructor(field, message) {
    super(message);
    this.name = "InputError";
    this.field = field;
  }
};
function inField(field, work) {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError) throw new InputError(error.field ? `${field}.${error.field}` : field, error.message);
    throw error;
  }
}
function requireNumber(field, value, low, high, unit2 = "") {
  if (!Number.isFinite(value) || value < low || value > high) {
    const range = high === Infinity ? `${low}${unit2} or more` : `from ${low} to ${high}${unit2}`;
    throw new InputError(field, `${field} must be a number ${range}; it is ${String(value)}.`);
  }
  return value;
}

// core/src/exposure/meter.ts
var METER_CONSTANT_LXS = 250;
var MID_GREY = 0.18;
function checkExposureSettings(camera) {
  requireNumber("aperture", camera.aperture, 0.5, 128);
  if (camera.tStop !== void 0 && camera.tStop !== null) requireNumber("tStop", camera.tStop, 0.5, 128);
  requireNumber("iso", camera.iso, 1, 1e7);
  requireNumber("shutterS", camera.shutterS, 1e-6, 86400, " s");
  if (camera.ndStops !== void 0) requireNumber("ndStops", camera.ndStops, 0, 30, " stops");
  if (camera.syncS !== void 0) requireNumber("syncS", camera.syncS, 1e-6, 10, " s");
}
function stopsOverMeter(luxSeconds, camera) {
  const n = camera.tStop ?? camera.aperture;
  return Math.log2(luxSeconds * camera.iso / (METER_CONSTANT_LXS * n * n)) - (camera.ndStops ?? 0);
}
function continuousLuxSeconds(lux, camera) {
  return lux * camera.shutterS;
}
function flashShutterShare(camera) {
  return camera.syncS === void 0 ? 1 : Math.min(1, camera.shutterS / camera.syncS);
}

// core/src/spectrum/grid.ts
var GRID_START_NM = 380;
var GRID_END_NM = 780;
var GRID_STEP_NM = 5;
var GRID_SIZE = (GRID_END_NM - GRID_START_NM) / GRID_STEP_NM + 1;
var WAVELENGTHS_NM = Float64Array.from({ length: GRID_SIZE }, (_, i) => GRID_START_NM + i * GRID_STEP_NM);
function sampled(f) {
  return WAVELENGTHS_NM.map(f);
}
function flat(value) {
  return new Float64Array(GRID_SIZE).fill(value);
}
function gaussian(wavelengthNm, peakNm, widthNm) {
  const t2 = (wavelengthNm - peakNm) / widthNm;
  return Math.exp(-4 * Math.LN2 * t2 * t2);
}
function risingEdge(wavelengthNm, edgeNm, slopeNm) {
  return 1 / (1 + Math.exp(-(wavelengthNm - edgeNm) / slopeNm));
}
function product(first, ...rest) {
  const out3 = Float64Array.from(first);
  for (const spectrum of rest) for (let i = 0; i < GRID_SIZE; i++) out3[i] *= spectrum[i];
  return out3;
}
function scaled(spectrum, factor) {
  return spectrum.map((value) => value * factor);
}
function weightedSum(spectra, weights) {
  const out3 = new Float64Array(GRID_SIZE);
  spectra.forEach((spectrum, j) => {
    const weight = weights[j] ?? 0;
    for (let i = 0; i < GRID_SIZE; i++) out3[i] += weight * spectrum[i];
  });
  return out3;
}
function dot(a, b) {
  let sum2 = 0;
  for (let i = 0; i < GRID_SIZE; i++) sum2 += a[i] * b[i];
  return sum2;
}
function dot3(a, b, c) {
  let sum2 = 0;
  for (let i = 0; i < GRID_SIZE; i++) sum2 += a[i] * b[i] * c[i];
  return sum2;
}

// core/src/spectrum/planck.ts
var C2_MK = 0.01438776877;
function planck(cctK) {
  requireNumber("cct", cctK, 500, 1e5, " K");
  const at2 = (m) => 1 / (m ** 5 * Math.expm1(C2_MK / (m * cctK)));
  const reference = at2(56e-8);
  return sampled((nm) => at2(nm * 1e-9) / reference);
}

// core/src/colour/observer-data.ts
var X_BAR = [
  1368e-6,
  2236e-6,
  4243e-6,
  765e-5,
  0.01431,
  0.02319,
  0.04351,
  0.07763,
  0.13438,
  0.21477,
  0.2839,
  0.3285,
  0.34828,
  0.34806,
  0.3362,
  0.3187,
  0.2908,
  0.2511,
  0.19536,
  0.1421,
  0.09564,
  0.05795,
  0.03201,
  0.0147,
  49e-4,
  24e-4,
  93e-4,
  0.0291,
  0.06327,
  0.1096,
  0.1655,
  0.22575,
  0.2904,
  0.3597,
  0.43345,
  0.51205,
  0.5945,
  0.6784,
  0.7621,
  0.8425,
  0.9163,
  0.9786,
  1.0263,
  1.0567,
  1.0622,
  1.0456,
  1.0026,
  0.9384,
  0.85445,
  0.7514,
  0.6424,
  0.5419,
  0.4479,
  0.3608,
  0.2835,
  0.2187,
  0.1649,
  0.1212,
  0.0874,
  0.0636,
  0.04677,
  0.0329,
  0.0227,
  0.01584,
  0.011359,
  8111e-6,
  579e-5,
  4109e-6,
  2899e-6,
  2049e-6,
  144e-5,
  1e-3,
  69e-5,
  476e-6,
  332e-6,
  235e-6,
  166e-6,
  117e-6,
  83e-6,
  59e-6,
  42e-6
];
var Y_BAR = [
  39e-6,
  64e-6,
  12e-5,
  217e-6,
  396e-6,
  64e-5,
  121e-5,
  218e-5,
  4e-3,
  73e-4,
  0.0116,
  0.01684,
  0.023,
  0.0298,
  0.038,
  0.048,
  0.06,
  0.0739,
  0.09098,
  0.1126,
  0.13902,
  0.1693,
  0.20802,
  0.2586,
  0.323,
  0.4073,
  0.503,
  0.6082,
  0.71,
  0.7932,
  0.862,
  0.91485,
  0.954,
  0.9803,
  0.99495,
  1,
  0.995,
  0.9786,
  0.952,
  0.9154,
  0.87,
  0.8163,
  0.757,
  0.6949,
  0.631,
  0.5668,
  0.503,
  0.4412,
  0.381,
  0.321,
  0.265,
  0.217,
  0.175,
  0.1382,
  0.107,
  0.0816,
  0.061,
  0.04458,
  0.032,
  0.0232,
  0.017,
  0.01192,
  821e-5,
  5723e-6,
  4102e-6,
  2929e-6,
  2091e-6,
  1484e-6,
  1047e-6,
  74e-5,
  52e-5,
  361e-6,
  249e-6,
  172e-6,
  12e-5,
  85e-6,
  6e-5,
  42e-6,
  3e-5,
  21e-6,
  15e-6
];
var Z_BAR = [
  645e-5,
  0.01055,
  0.02005,
  0.03621,
  0.06785,
  0.1102,
  0.2074,
  0.3713,
  0.6456,
  1.03905,
  1.3856,
  1.62296,
  1.74706,
  1.7826,
  1.77211,
  1.7441,
  1.6692,
  1.5281,
  1.28764,
  1.0419,
  0.81295,
  0.6162,
  0.46518,
  0.3533,
  0.272,
  0.2123,
  0.1582,
  0.1117,
  0.07825,
  0.05725,
  0.04216,
  0.02984,
  0.0203,
  0.0134,
  875e-5,
  575e-5,
  39e-4,
  275e-5,
  21e-4,
  18e-4,
  165e-5,
  14e-4,
  11e-4,
  1e-3,
  8e-4,
  6e-4,
  34e-5,
  24e-5,
  19e-5,
  1e-4,
  5e-5,
  3e-5,
  2e-5,
  1e-5,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0,
  0
];

// core/src/colour/observer.ts
var xBar = Float64Array.from(X_BAR);
var yBar = Float64Array.from(Y_BAR);
var zBar = Float64Array.from(Z_BAR);
function spectrumToXyz(spectrum) {
  return [dot(spectrum, xBar), dot(spectrum, yBar), dot(spectrum, zBar)];
}
function xyzToXy([x, y, z]) {
  const sum2 = x + y + z;
  return [x / sum2, y / sum2];
}
function spectrumToXy(spectrum) {
  return xyzToXy(spectrumToXyz(spectrum));
}
function luminousSum(spectrum) {
  return dot(spectrum, yBar);
}

// core/src/colour/cct.ts
var DUV_LIMIT = 0.05;
var LOWEST_K = 1e3;
var HIGHEST_K = 5e4;
var TABLE_STEP_MIRED = 2;
function xyToUv([x, y]) {
  const d = -2 * x + 12 * y + 3;
  return [4 * x / d, 6 * y / d];
}
function uvToXy(u, v) {
  const d = 2 * u - 8 * v + 4;
  return [3 * u / d, 2 * v / d];
}
function kelvinToMired(cctK) {
  return 1e6 / cctK;
}
function locusUv(mired) {
  return xyToUv(spectrumToXy(planck(1e6 / mired)));
}
var table;
function locusTable() {
  if (!table) {
    table = [];
    const low = kelvinToMired(HIGHEST_K);
    const high = kelvinToMired(LOWEST_K);
    for (let mired = low; mired <= high; mired += TABLE_STEP_MIRED) {
      const [u, v] = locusUv(mired);
      table.push({ mired, u, v });
    }
  }
  return table;
}
function cctDuv(xy) {
  const [u, v] = xyToUv(xy);
  const none = { cctK: null, duv: null };
  if (!Number.isFinite(u) || !Number.isFinite(v)) return none;
  const points = locusTable();
  let nearest = 0;
  let best = Infinity;
  points.forEach((point2, i) => {
    const d = (point2.u - u) ** 2 + (point2.v - v) ** 2;
    if (d < best) {
      best = d;
      nearest = i;
    }
  });
  if (nearest === 0 || nearest === points.length - 1) return none;
  const distance2 = (mired2) => {
    const [lu2, lv2] = locusUv(mired2);
    return (lu2 - u) ** 2 + (lv2 - v) ** 2;
  };
  const mired = goldenMinimum(distance2, points[nearest - 1].mired, points[nearest + 1].mired);
  const [lu, lv] = locusUv(mired);
  const duv = Math.hypot(u - lu, v - lv) * sideOfLocus(mired, u - lu, v - lv);
  if (Math.abs(duv) > DUV_LIMIT) return none;
  return { cctK: 1e6 / mired, duv };
}
function sideOfLocus(mired, du, dv) {
  const [u0, v0] = locusUv(mired - 0.5);
  const [u1, v1] = locusUv(mired + 0.5);
  return (u1 - u0) * dv - (v1 - v0) * du >= 0 ? 1 : -1;
}
function cctDuvToXy(cctK, duv) {
  const mired = kelvinToMired(cctK);
  const [u, v] = locusUv(mired);
  const [u0, v0] = locusUv(mired - 0.5);
  const [u1, v1] = locusUv(mired + 0.5);
  const length = Math.hypot(u1 - u0, v1 - v0);
  return uvToXy(u - duv * (v1 - v0) / length, v + duv * (u1 - u0) / length);
}
function goldenMinimum(f, low, high) {
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [low, high];
  while (b - a > 1e-6) {
    const c = b - ratio * (b - a);
    const d = a + ratio * (b - a);
    if (f(c) < f(d)) b = d;
    else a = c;
  }
  return (a + b) / 2;
}

// core/src/spectrum/daylight-data.ts
var DAYLIGHT_START_NM = 380;
var DAYLIGHT_STEP_NM = 10;
var S0 = [
  63.3,
  65.8,
  94.8,
  104.8,
  105.9,
  96.8,
  113.9,
  125.6,
  125.5,
  121.3,
  121.3,
  113.5,
  113.1,
  110.8,
  106.5,
  108.8,
  105.3,
  104.4,
  100,
  96,
  95.1,
  89.1,
  90.5,
  90.3,
  88.4,
  84,
  85.1,
  81.9,
  82.6,
  84.9,
  81.3,
  71.9,
  74.3,
  76.4,
  63.3,
  71.7,
  77,
  65.2,
  47.7,
  68.6,
  65
];
var S1 = [
  38.5,
  35,
  43.4,
  46.3,
  43.9,
  37.1,
  36.7,
  35.9,
  32.6,
  27.9,
  24.3,
  20.1,
  16.2,
  13.2,
  8.6,
  6.1,
  4.2,
  1.9,
  0,
  -1.6,
  -3.5,
  -3.5,
  -5.8,
  -7.2,
  -8.6,
  -9.5,
  -10.9,
  -10.7,
  -12,
  -14,
  -13.6,
  -12,
  -13.3,
  -12.9,
  -10.6,
  -11.6,
  -12.2,
  -10.2,
  -7.8,
  -11.2,
  -10.4
];
var S2 = [
  3,
  1.2,
  -1.1,
  -0.5,
  -0.7,
  -1.2,
  -2.6,
  -2.9,
  -2.8,
  -2.6,
  -2.6,
  -1.8,
  -1.5,
  -1.3,
  -1.2,
  -1,
  -0.5,
  -0.3,
  0,
  0.2,
  0.5,
  2.1,
  3.2,
  4.1,
  4.7,
  5.1,
  6.7,
  7.3,
  8.6,
  9.8,
  10.2,
  8.3,
  9.6,
  8.5,
  7,
  7.6,
  8,
  6.7,
  5.2,
  7.4,
  6.8
];

// core/src/spectrum/daylight.ts
function daylightX(cctK) {
  const t2 = 1e3 / cctK;
  return cctK <= 7e3 ? 0.244063 + 0.09911 * t2 + 2.9678 * t2 ** 2 - 4.607 * t2 ** 3 : 0.23704 + 0.24748 * t2 + 1.9018 * t2 ** 2 - 2.0064 * t2 ** 3;
}
function daylight(cctK) {
  requireNumber("cct", cctK, 4e3, 25e3, " K");
  const x = daylightX(cctK);
  const y = -3 * x * x + 2.87 * x - 0.275;
  const m = 0.0241 + 0.2562 * x - 0.7341 * y;
  const m1 = (-1.3515 - 1.7703 * x + 5.9114 * y) / m;
  const m2 = (0.03 - 31.4424 * x + 30.0717 * y) / m;
  return sampled((nm) => component(S0, nm) + m1 * component(S1, nm) + m2 * component(S2, nm));
}
function component(table3, nm) {
  const at2 = (nm - DAYLIGHT_START_NM) / DAYLIGHT_STEP_NM;
  const i = Math.min(Math.floor(at2), table3.length - 2);
  const t2 = at2 - i;
  return table3[i] * (1 - t2) + table3[i + 1] * t2;
}

// core/src/spectrum/samples.ts
var MIN_POINTS = 4;
var MAX_POINTS = 5e3;
var VISIBLE_START_NM = 400;
var VISIBLE_END_NM = 700;
var MAX_MISSING_NM = 30;
var CLAMP_ABOVE = 1.05;
var LOOKS_LIKE_PERCENT = 1.5;
function resample(samples, kind) {
  const { wavelengthsNm } = samples;
  const values = checkedValues(samples, kind);
  const last = wavelengthsNm.length - 1;
  const holdsEnds = isRatio(kind);
  const out3 = new Float64Array(GRID_SIZE);
  let j = 0;
  for (let i = 0; i < GRID_SIZE; i++) {
    const nm = WAVELENGTHS_NM[i];
    if (nm < wavelengthsNm[0]) out3[i] = holdsEnds ? values[0] : 0;
    else if (nm > wavelengthsNm[last]) out3[i] = holdsEnds ? values[last] : 0;
    else {
      while (j < last - 1 && wavelengthsNm[j + 1] <= nm) j++;
      const span = wavelengthsNm[j + 1] - wavelengthsNm[j];
      const t2 = (nm - wavelengthsNm[j]) / span;
      out3[i] = values[j] * (1 - t2) + values[j + 1] * t2;
    }
  }
  return out3;
}
function isRatio(kind) {
  return kind === "transmittance" || kind === "reflectance";
}
function checkedValues(samples, kind) {
  const { wavelengthsNm, values, unit: unit2 = "fraction" } = samples;
  if (!Array.isArray(wavelengthsNm)) throw new InputError("wavelengthsNm", "wavelengthsNm must be a list of numbers in nm.");
  const field = kind === "transmittance" || kind === "reflectance" ? kind : "values";
  if (!Array.isArray(values)) throw new InputError(field, `${field} must be a list of numbers, one for each wavelength.`);
  if (wavelengthsNm.length < MIN_POINTS) {
    throw new InputError("wavelengthsNm", `A spectrum needs ${MIN_POINTS} points or more; this one has ${wavelengthsNm.length}.`);
  }
  if (wavelengthsNm.length > MAX_POINTS) {
    throw new InputError(
      "wavelengthsNm",
      `A spectrum may have ${MAX_POINTS} points at most; this one has ${wavelengthsNm.length}.`
    );
  }
  if (values.length !== wavelengthsNm.length) {
    throw new InputError(
      field,
      `There are ${wavelengthsNm.length} wavelengths but ${values.length} values; give one value for each.`
    );
  }
  checkWavelengths(wavelengthsNm);
  return checkLevels(wavelengthsNm, values, kind, unit2, field);
}
function checkWavelengths(wavelengthsNm) {
  wavelengthsNm.forEach((nm, i) => {
    if (typeof nm !== "number" || !Number.isFinite(nm)) {
      throw new InputError(`wavelengthsNm[${i}]`, `Wavelength ${i + 1} is not a finite number (${String(nm)}).`);
    }
    if (i > 0 && nm === wavelengthsNm[i - 1]) {
      throw new InputError(`wavelengthsNm[${i}]`, `Wavelength ${nm} nm stands twice; keep one value for each wavelength.`);
    }
    if (i > 0 && nm < wavelengthsNm[i - 1]) {
      throw new InputError(
        `wavelengthsNm[${i}]`,
        `Wavelengths must rise; ${nm} nm comes after ${wavelengthsNm[i - 1]} nm. Sort them.`
      );
    }
  });
  const low = Math.max(0, wavelengthsNm[0] - VISIBLE_START_NM);
  const high = Math.max(0, VISIBLE_END_NM - wavelengthsNm[wavelengthsNm.length - 1]);
  const missing = Math.min(low + high, VISIBLE_END_NM - VISIBLE_START_NM);
  if (missing > MAX_MISSING_NM) {
    throw new InputError(
      "wavelengthsNm",
      `The data run from ${wavelengthsNm[0]} to ${wavelengthsNm[wavelengthsNm.length - 1]} nm and miss ${missing} nm of 400 to 700 nm; at most ${MAX_MISSING_NM} nm may be missing. Are the wavelengths in nm?`
    );
  }
}
function checkLevels(wavelengthsNm, values, kind, unit2, field) {
  if (unit2 !== "fraction" && unit2 !== "percent") {
    throw new InputError("unit", 'unit must be "fraction" or "percent".');
  }
  const out3 = values.map((value, i) => {
    if (typeof value !== "number" || !Number.isFinite(value)) {
      throw new InputError(`${field}[${i}]`, `The value at ${wavelengthsNm[i]} nm is not a finite number (${String(value)}).`);
    }
    return unit2 === "percent" ? value / 100 : value;
  });
  if (isRatio(kind)) {
    const largest = Math.max(...out3);
    if (unit2 === "fraction" && largest > LOOKS_LIKE_PERCENT) {
      throw new InputError(
        field,
        `The largest ${kind} is ${largest}: this looks like percent. Declare unit "percent", or divide by 100.`
      );
    }
    out3.forEach((value, i) => {
      if (value < 0 || value > CLAMP_ABOVE) {
        throw new InputError(
          `${field}[${i}]`,
          `The ${kind} at ${wavelengthsNm[i]} nm is ${value}; it must lie between 0 and 1 (up to 1.05 is taken as 1).`
        );
      }
    });
    return out3.map((value) => Math.min(value, 1));
  }
  out3.forEach((value, i) => {
    if (value < 0) throw new InputError(`${field}[${i}]`, `The ${kind} at ${wavelengthsNm[i]} nm is negative (${value}).`);
  });
  if (out3.every((value) => value === 0)) throw new InputError(field, `All values are 0; this ${kind} gives no signal.`);
  return out3;
}

// core/src/spectrum/source.ts
var FILAMENT_EXPONENT = 0.42 / 3.4;
function normalised(spectrum) {
  const sum2 = luminousSum(spectrum);
  if (!(sum2 > 0)) throw new InputError("values", "The source gives no visible light; check its wavelengths and values.");
  return scaled(spectrum, 1 / sum2);
}
function planckSource(cctK) {
  return normalised(planck(cctK));
}
function daylightSource(cctK) {
  return normalised(daylight(cctK));
}
function filamentKelvin(cctK, level) {
  requireNumber("level", level, 1e-6, 1);
  return cctK * level ** FILAMENT_EXPONENT;
}
function tungstenSource(cctK, level = 1) {
  return planckSource(Math.max(500, filamentKelvin(cctK, level)));
}
var LED_PUMP = sampled((nm) => gaussian(nm, 450, 20));
var LED_GREEN_PHOSPHOR = sampled((nm) => gaussian(nm, 545, 82));
var LED_RED_PHOSPHOR = sampled((nm) => gaussian(nm, 628, 80));
function whiteLedSource(cctK, duv = 0) {
  requireNumber("cct", cctK, 1e3, 5e4, " K");
  requireNumber("duv", duv, -0.05, 0.05);
  const parts = [LED_PUMP, LED_GREEN_PHOSPHOR, LED_RED_PHOSPHOR];
  const weights = mixToXy(parts, cctDuvToXy(cctK, duv));
  if (weights.some((weight) => weight < -1e-9)) {
    throw new InputError("cct", `A white LED of ${cctK} K at Duv ${duv} is outside what a blue pump with phosphors can make.`);
  }
  return normalised(weightedSum(parts, weights));
}
function mixToXy(parts, [x, y]) {
  const [a, b, c] = parts.map(spectrumToXyz);
  const target = [x / y, 1, (1 - x - y) / y];
  const whole2 = determinant(a, b, c);
  return [determinant(target, b, c) / whole2, determinant(a, target, c) / whole2, determinant(a, b, target) / whole2];
}
function determinant(a, b, c) {
  return a[0] * (b[1] * c[2] - b[2] * c[1]) - b[0] * (a[1] * c[2] - a[2] * c[1]) + c[0] * (a[1] * b[2] - a[2] * b[1]);
}
function sampledSource(samples) {
  return normalised(resample(samples, "source"));
}

// core/src/colour/rgb.ts
function convertXyzToLinearRgb([x, y, z]) {
  return [
    3.2404541621141045 * x - 1.5371385127977166 * y - 0.4985314095560162 * z,
    -0.969266030505187 * x + 1.8760108454466942 * y + 0.0415560175303498 * z,
    0.0556434309591147 * x - 0.2040259135167538 * y + 1.0572251882231791 * z
  ];
}
function encodeSrgb(linear) {
  if (linear <= 0) return 0;
  if (linear >= 1) return 1;
  return linear <= 31308e-7 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055;
}
function decodeSrgb(encoded2) {
  return encoded2 <= 0.04045 ? encoded2 / 12.92 : ((encoded2 + 0.055) / 1.055) ** 2.4;
}
function hexOfLinear(r, g, b) {
  const packed = toByte(r) << 16 | toByte(g) << 8 | toByte(b);
  return `#${packed.toString(16).padStart(6, "0")}`;
}
function toByte(linear) {
  return Math.round(255 * encodeSrgb(linear));
}

// core/src/colour/cielab.ts
var D65_KELVIN = 6504;

// core/src/camera/sensor.ts
var CHANNELS = ["R", "G", "B"];
function standInSensor(shiftNm = 0) {
  const cut2 = (nm) => (1 - risingEdge(nm, 665, 8)) * risingEdge(nm, 412, 5);
  return [
    sampled((nm) => cut2(nm) * (gaussian(nm, 597 + shiftNm, 84) + 0.055 * gaussian(nm, 445, 45))),
    sampled((nm) => cut2(nm) * (gaussian(nm, 544 + shiftNm / 2, 83) + 0.03 * gaussian(nm, 455, 50))),
    sampled((nm) => cut2(nm) * (gaussian(nm, 448, 60) + 0.075 * gaussian(nm, 530, 70) + 0.035 * gaussian(nm, 600, 70)))
  ];
}
function sampledSensor({ wavelengthsNm, r, g, b }) {
  const channel = (name2, values) => {
    try {
      return resample({ wavelengthsNm, values }, "sensitivity");
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      throw new InputError(error.field.replace(/^values/, name2), error.message);
    }
  };
  return [channel("r", r), channel("g", g), channel("b", b)];
}
function responses(sensor, spectrum) {
  return [dot(sensor[0], spectrum), dot(sensor[1], spectrum), dot(sensor[2], spectrum)];
}

// core/src/camera/matrix.ts
var PROFILE_KELVIN = 5600;
function trainingReflectances() {
  const set = [];
  for (let peak2 = 400; peak2 <= 720; peak2 += 20) {
    for (const width of [60, 120, 240]) {
      for (const [b, a] of [
        [0.05, 0.8],
        [0.8, 0.05],
        [0.2, 0.5]
      ]) {
        set.push(sampled((nm) => b + (a - b) * gaussian(nm, peak2, width)));
      }
    }
  }
  return set;
}
function fitMatrix(sensor) {
  const sensorLight = daylightSource(PROFILE_KELVIN);
  const d65 = daylightSource(D65_KELVIN);
  const sensorWhite = responses(sensor, sensorLight);
  const rgbWhite = convertXyzToLinearRgb(spectrumToXyz(d65));
  const rows = trainingReflectances().map((reflectance) => ({
    sensor: responses(sensor, product(sensorLight, reflectance)).map((v, c) => v / sensorWhite[c]),
    rgb: convertXyzToLinearRgb(spectrumToXyz(product(d65, reflectance))).map((v, c) => v / rgbWhite[c])
  }));
  const matrix = new Float64Array(9);
  for (let c = 0; c < 3; c++) {
    let [uu, uv, vv, uy, vy] = [0, 0, 0, 0, 0];
    for (const { sensor: s, rgb: rgb5 } of rows) {
      const u = s[0] - s[2];
      const v = s[1] - s[2];
      const y = rgb5[c] - s[2];
      uu += u * u;
      uv += u * v;
      vv += v * v;
      uy += u * y;
      vy += v * y;
    }
    const d = uu * vv - uv * uv;
    const mr = (uy * vv - vy * uv) / d;
    const mg = (vy * uu - uy * uv) / d;
    matrix.set([mr, mg, 1 - mr - mg], 3 * c);
  }
  return matrix;
}

// core/src/spectrum/gel.ts
var CLEAR_FILM = 0.92;
var CORRECTION_FILM = 0.88;
var SMALLEST_RATIO = 2 ** -16;
function gelAtStrength(transmittance, strength) {
  requireNumber("strength", strength, 0, 8);
  if (strength === 1) return Float64Array.from(transmittance);
  return transmittance.map((t2) => {
    const surface = Math.max(CLEAR_FILM, t2);
    return surface * Math.max(0, t2 / surface) ** strength;
  });
}
function gelStack(gels) {
  return product(flat(1), ...gels);
}
function withLeak(transmittance, leak) {
  requireNumber("leak", leak, 0, 1);
  return transmittance.map((t2) => (1 - leak) * t2 + leak);
}
function luminousTransmittance(source2, transmittance) {
  return dot3(source2, transmittance, yBar) / luminousSum(source2);
}
function stopsLost(ratio) {
  return -Math.log2(Math.max(ratio, SMALLEST_RATIO));
}
function channelStopsLost(source2, transmittance, sensitivities) {
  return sensitivities.map((s) => stopsLost(dot3(source2, transmittance, s) / dot(source2, s)));
}
function miredGel(shiftMired) {
  requireNumber("shiftMired", shiftMired, -500, 500);
  const referenceM = (shiftMired >= 0 ? 640 : 440) * 1e-9;
  return sampled(
    (nm) => CORRECTION_FILM * Math.min(1, Math.exp(-C2_MK * shiftMired * 1e-6 * (1 / (nm * 1e-9) - 1 / referenceM)))
  );
}
function magentaGel(density) {
  requireNumber("density", density, 0, 4);
  return sampled((nm) => CORRECTION_FILM * magentaBand(nm, density));
}
function greenGel(density) {
  requireNumber("density", density, 0, 4);
  return sampled((nm) => CORRECTION_FILM * greenBand(nm, density));
}
function magentaBand(nm, density) {
  return 10 ** (-density * gaussian(nm, 540, 100));
}
function greenBand(nm, density) {
  return 10 ** (-density * (1 - gaussian(nm, 540, 130)));
}

// core/src/camera/white.ts
var PLANCK_UP_TO_K = 4e3;
var DAYLIGHT_FROM_K = 5e3;
var STRONGEST_BAND = 2;
var WHITE_RANGE_K = [1600, 25e3];
function whiteIlluminant(whiteK2, tintDuv = 0) {
  requireNumber("whiteK", whiteK2, WHITE_RANGE_K[0], WHITE_RANGE_K[1], " K");
  requireNumber("tintDuv", tintDuv, -0.03, 0.03);
  const base = untinted(whiteK2);
  return tintDuv === 0 ? base : tinted(base, tintDuv);
}
function untinted(whiteK2) {
  if (whiteK2 <= PLANCK_UP_TO_K) return planckSource(whiteK2);
  if (whiteK2 >= DAYLIGHT_FROM_K) return daylightSource(whiteK2);
  const warm = kelvinToMired(PLANCK_UP_TO_K);
  const t2 = (warm - kelvinToMired(whiteK2)) / (warm - kelvinToMired(DAYLIGHT_FROM_K));
  return weightedSum([planckSource(whiteK2), daylightSource(whiteK2)], [1 - t2, t2]);
}
function tinted(base, tintDuv) {
  const band2 = tintDuv > 0 ? greenBand : magentaBand;
  const at2 = (density) => product(
    base,
    sampled((nm) => band2(nm, density))
  );
  const start = cctDuv(spectrumToXy(base)).duv;
  const reached = (density) => {
    const { duv } = cctDuv(spectrumToXy(at2(density)));
    return duv === null || start === null ? Infinity : Math.abs(duv - start);
  };
  const wanted = Math.abs(tintDuv);
  let [low, high] = [0, STRONGEST_BAND];
  if (reached(high) < wanted)
    throw new InputError("tintDuv", `A tint of Duv ${tintDuv} cannot be reached at this white balance.`);
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (reached(middle) < wanted) low = middle;
    else high = middle;
  }
  return normalised(at2((low + high) / 2));
}

// core/src/camera/camera.ts
var CURVES = ["rendered", "film-like", "log"];
var TOE_LIMIT = 0.25;
var BASE_SENSOR = standInSensor();
var matrices = /* @__PURE__ */ new WeakMap();
function matrixOf(sensor) {
  let matrix = matrices.get(sensor);
  if (!matrix) matrices.set(sensor, matrix = fitMatrix(sensor));
  return matrix;
}
function makeCamera(options = {}) {
  const { sensor = BASE_SENSOR, headroomStops: headroomStops2 = 3.25, curve: curve2 = "rendered", whiteK: whiteK2 = PROFILE_KELVIN, tintDuv = 0 } = options;
  requireNumber("headroomStops", headroomStops2, 0, 12, " stops");
  if (!CURVES.includes(curve2)) throw new InputError("curve", `curve must be one of ${CURVES.join(", ")}.`);
  const white2 = whiteIlluminant(whiteK2, tintDuv);
  const whiteResponse = responses(sensor, white2);
  if (whiteResponse.some((v) => !(v > 0))) {
    throw new InputError("sensor", "Each sensor channel must respond to the white-balance light; one of them gives nothing.");
  }
  const fullWell = MID_GREY * 2 ** headroomStops2;
  const reference = responses(sensor, daylightSource(PROFILE_KELVIN));
  const whiteClip = Math.min(...reference.map((k, c) => fullWell * k / whiteResponse[c]));
  const bends = curve2 !== "rendered" && whiteClip > 1;
  return {
    sensor,
    white: white2,
    whiteResponse,
    matrix: matrixOf(sensor),
    curve: curve2,
    whiteClip,
    outputClip: bends ? whiteClip : Math.min(1, whiteClip),
    whiteBalanceCostStops: Math.log2(whiteClip / fullWell),
    shoulder: bends ? shoulderOf(whiteClip) : 0
  };
}
function shoulderOf(outputClip) {
  const target = (outputClip - TOE_LIMIT) / (1 - TOE_LIMIT);
  let [low, high] = [1e-12, 1e9];
  for (let i = 0; i < 200; i++) {
    const middle = Math.sqrt(low * high);
    if (middle / Math.log1p(middle) < target) low = middle;
    else high = middle;
  }
  return Math.sqrt(low * high);
}
function applyCurve(camera, x) {
  if (x <= 0) return 0;
  const xw = camera.outputClip;
  const a = camera.shoulder;
  if (a === 0) return x >= xw ? 1 : x / xw;
  if (x <= TOE_LIMIT) return x;
  const t2 = Math.min(1, (x - TOE_LIMIT) / (xw - TOE_LIMIT));
  return TOE_LIMIT + (1 - TOE_LIMIT) * Math.log1p(a * t2) / Math.log1p(a);
}
function recordInto(out3, camera, r, g, b) {
  const clip = camera.whiteClip;
  const m = camera.matrix;
  const cr = r < clip ? r : clip;
  const cg = g < clip ? g : clip;
  const cb = b < clip ? b : clip;
  out3[0] = applyCurve(camera, m[0] * cr + m[1] * cg + m[2] * cb);
  out3[1] = applyCurve(camera, m[3] * cr + m[4] * cg + m[5] * cb);
  out3[2] = applyCurve(camera, m[6] * cr + m[7] * cg + m[8] * cb);
}
function linearOutputInto(out3, camera, r, g, b) {
  const m = camera.matrix;
  out3[0] = m[0] * r + m[1] * g + m[2] * b;
  out3[1] = m[3] * r + m[4] * g + m[5] * b;
  out3[2] = m[6] * r + m[7] * g + m[8] * b;
}

// core/src/vivid/clip.ts
var out = new Float64Array(3);
function headroomOf(camera, r, g, b) {
  linearOutputInto(out, camera, r, g, b);
  let nearest = { stops: Infinity, stage: "output", channel: "R" };
  const balanced = [r, g, b];
  for (let c = 0; c < 3; c++) {
    const sensor = balanced[c] > 0 ? Math.log2(camera.whiteClip / balanced[c]) : Infinity;
    const output = out[c] > 0 ? Math.log2(camera.outputClip / out[c]) : Infinity;
    if (output < nearest.stops) nearest = { stops: output, stage: "output", channel: CHANNELS[c] };
    if (sensor < nearest.stops) nearest = { stops: sensor, stage: "sensor", channel: CHANNELS[c] };
  }
  return nearest;
}
function headroomStops(camera, r, g, b) {
  linearOutputInto(out, camera, r, g, b);
  const sensor = Math.max(r, g, b) / camera.whiteClip;
  const output = Math.max(out[0], out[1], out[2]) / camera.outputClip;
  return -Math.log2(Math.max(sensor, output));
}
function clippedChannels(camera, r, g, b) {
  linearOutputInto(out, camera, r, g, b);
  const balanced = [r, g, b];
  return CHANNELS.filter((_, c) => balanced[c] >= camera.whiteClip || out[c] >= camera.outputClip);
}
function clipMultiple(camera, base, light, marginStops = 0) {
  const share = 2 ** -marginStops;
  const m = camera.matrix;
  let found = { x: Infinity, stage: "output", channel: "R" };
  for (let c = 0; c < 3; c++) {
    const row = 3 * c;
    const outBase = m[row] * base[0] + m[row + 1] * base[1] + m[row + 2] * base[2];
    const outLight = m[row] * light[0] + m[row + 1] * light[1] + m[row + 2] * light[2];
    const output = crossing(outBase, outLight, camera.outputClip * share);
    if (output < found.x) found = { x: output, stage: "output", channel: CHANNELS[c] };
    const sensor = crossing(base[c], light[c], camera.whiteClip * share);
    if (sensor < found.x) found = { x: sensor, stage: "sensor", channel: CHANNELS[c] };
  }
  return found;
}
function crossing(base, slope, limit) {
  if (base >= limit) return 0;
  return slope > 0 ? (limit - base) / slope : Infinity;
}

// core/src/colour/oklab.ts
function oklabInto(out3, r, g, b) {
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  out3[0] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  out3[1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  out3[2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
}
function oklabOf(r, g, b) {
  const out3 = new Float64Array(3);
  oklabInto(out3, Math.max(0, r), Math.max(0, g), Math.max(0, b));
  return { L: out3[0], a: out3[1], b: out3[2] };
}
function chromaOf({ a, b }) {
  return Math.hypot(a, b);
}
function hueDegOf({ a, b }) {
  return (Math.atan2(b, a) * 180 / Math.PI + 360) % 360;
}
function oklabDistance(p, q) {
  return Math.hypot(p.L - q.L, p.a - q.a, p.b - q.b);
}
function hueDifferenceDeg(fromDeg, toDeg) {
  return ((toDeg - fromDeg + 180) % 360 + 360) % 360 - 180;
}

// core/src/vivid/vividness.ts
var WHITE_BELOW = 0.02;
var lab = new Float64Array(3);
var rgb = new Float64Array(3);
function smoothstep(x, low, high) {
  const t2 = Math.min(1, Math.max(0, (x - low) / (high - low)));
  return t2 * t2 * (3 - 2 * t2);
}
function sigmaOfRgb() {
  oklabInto(lab, rgb[0], rgb[1], rgb[2]);
  const size = Math.hypot(lab[0], lab[1], lab[2]);
  return size > 0 ? { a: lab[1] / size, b: lab[2] / size } : { a: 0, b: 0 };
}
function linearSigma(camera, r, g, b) {
  linearOutputInto(rgb, camera, r, g, b);
  for (let c = 0; c < 3; c++) if (rgb[c] < 0) rgb[c] = 0;
  return sigmaOfRgb();
}
function ownColour(camera, light, white2) {
  const l = linearSigma(camera, light[0], light[1], light[2]);
  const w = linearSigma(camera, white2[0], white2[1], white2[2]);
  const purity = Math.hypot(l.a - w.a, l.b - w.b);
  const none = purity < 1e-6;
  return {
    whiteA: w.a,
    whiteB: w.b,
    purity,
    hueA: none ? 0 : (l.a - w.a) / purity,
    hueB: none ? 0 : (l.b - w.b) / purity,
    colouredness: smoothstep(purity, 0.02, 0.06)
  };
}
function vividnessAlong(camera, own, base, light) {
  const { whiteA, whiteB, hueA, hueB, colouredness: n, purity: ownPurity } = own;
  const { whiteClip: clip, outputClip, shoulder } = camera;
  const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = camera.matrix;
  const [b0, b1, b2] = base;
  const [l0, l1, l2] = light;
  const curve2 = shoulder === 0 ? (x) => x <= 0 ? 0 : x >= outputClip ? 1 : x / outputClip : (x) => applyCurve(camera, x);
  return (stops) => {
    const x = Math.exp(stops * Math.LN2);
    const sr = Math.min(clip, b0 + x * l0);
    const sg = Math.min(clip, b1 + x * l1);
    const sb = Math.min(clip, b2 + x * l2);
    const r = curve2(m0 * sr + m1 * sg + m2 * sb);
    const g = curve2(m3 * sr + m4 * sg + m5 * sb);
    const b = curve2(m6 * sr + m7 * sg + m8 * sb);
    oklabInto(lab, r, g, b);
    const L = lab[0];
    const A = lab[1];
    const B = lab[2];
    const size = Math.sqrt(L * L + A * A + B * B);
    if (size === 0) return 0;
    const purity = Math.max(0, (A / size - whiteA) * hueA + (B / size - whiteB) * hueB);
    const visible = Math.max(smoothstep(purity * size, 0.03, 0.08), smoothstep(L, 0.2, 0.35));
    return n === 0 ? visible : visible * (1 - n + n * Math.min(1, purity / ownPurity));
  };
}
function purityInLab(own, size) {
  if (size === 0) return 0;
  return Math.max(0, (lab[1] / size - own.whiteA) * own.hueA + (lab[2] / size - own.whiteB) * own.hueB);
}
function recordedPurity(camera, own, r, g, b) {
  recordInto(rgb, camera, r, g, b);
  oklabInto(lab, rgb[0], rgb[1], rgb[2]);
  return purityInLab(own, Math.hypot(lab[0], lab[1], lab[2]));
}

// core/src/vivid/window.ts
var VIVID = 0.85;
var CLIP_MARGIN_STOPS = 0.1;
var OPEN_BELOW_STOPS = -12;
var HIGHEST_STOPS = 16;
var SCAN_STEP_STOPS = 0.4;
var COARSE_STEP_STOPS = 0.8;
var FINE_FROM_STOPS = -6;
var EDGE_PRECISION_STOPS = 1e-3;
function zoneVividness(zone) {
  const { camera, base, unit: unit2, unitAt, white: white2 } = zone;
  if (!unitAt) return vividnessAlong(camera, ownColour(camera, unit2, white2), base, unit2);
  return (stops) => {
    const moved = unitAt(stops);
    return vividnessAlong(camera, ownColour(camera, moved, white2), base, moved)(stops);
  };
}
function zoneFirstClip(zone, marginStops = 0) {
  if (!zone.unitAt) {
    const { x, stage, channel } = clipMultiple(zone.camera, zone.base, zone.unit, marginStops);
    return { stops: Math.log2(x), stage, channel };
  }
  return movingFirstClip(zone, zone.unitAt, marginStops);
}
function movingFirstClip(zone, unitAt, marginStops) {
  const { camera, base } = zone;
  const over = (stops) => {
    const unit2 = unitAt(stops);
    const x2 = 2 ** stops;
    return headroomStops(camera, base[0] + x2 * unit2[0], base[1] + x2 * unit2[1], base[2] + x2 * unit2[2]) <= marginStops;
  };
  let low = OPEN_BELOW_STOPS - 1;
  let high = low;
  while (high < HIGHEST_STOPS && !over(high)) {
    low = high;
    high += 0.5;
  }
  for (let i = 0; i < 30 && high > low; i++) {
    const middle = (low + high) / 2;
    if (over(middle)) high = middle;
    else low = middle;
  }
  const { stage, channel, x } = clipMultiple(camera, base, unitAt(high), marginStops);
  return { stops: x === 0 ? -Infinity : high, stage, channel };
}
function vividWindow(zone, v = zoneVividness(zone)) {
  const ceilingStops = Math.min(HIGHEST_STOPS, zoneFirstClip(zone, CLIP_MARGIN_STOPS).stops);
  const bottom = OPEN_BELOW_STOPS - SCAN_STEP_STOPS;
  if (!(ceilingStops > bottom)) return { window: null, best: null, ceilingStops: -Infinity };
  const coarse = Math.floor(Math.max(0, Math.min(ceilingStops, FINE_FROM_STOPS) - bottom) / COARSE_STEP_STOPS);
  const fineFrom = bottom + coarse * COARSE_STEP_STOPS;
  const count = coarse + Math.ceil((ceilingStops - fineFrom) / SCAN_STEP_STOPS);
  const at2 = (i) => i >= count ? ceilingStops : i <= coarse ? bottom + i * COARSE_STEP_STOPS : fineFrom + (i - coarse) * SCAN_STEP_STOPS;
  let best = { stops: bottom, vividness: -1 };
  let bestIndex = 0;
  let longest = null;
  let runStart = -1;
  const closeRun = (start, end) => {
    const low = start === 0 ? bottom : edge(v, at2(start - 1), at2(start));
    const high = end >= count ? ceilingStops : edge(v, at2(end + 1), at2(end));
    if (!longest || high - low > longest.high - longest.low + EDGE_PRECISION_STOPS) longest = { low, high };
  };
  for (let i = 0; i <= count; i++) {
    const here = v(at2(i));
    if (here > best.vividness) [best, bestIndex] = [{ stops: at2(i), vividness: here }, i];
    if (here >= VIVID && runStart < 0) runStart = i;
    if (here < VIVID && runStart >= 0) {
      closeRun(runStart, i - 1);
      runStart = -1;
    }
  }
  if (runStart >= 0) closeRun(runStart, count);
  if (!longest) {
    const [from, to] = [at2(Math.max(0, bestIndex - 1)), at2(Math.min(count, bestIndex + 1))];
    best = peak(v, from, to, best);
    if (best.vividness >= VIVID)
      longest = { low: edge(v, from, best.stops), high: v(to) >= VIVID ? to : edge(v, to, best.stops) };
  }
  return { window: longest && asWindow(longest), best, ceilingStops };
}
function asWindow({ low, high }) {
  const lowOpen = low < OPEN_BELOW_STOPS;
  return { lowStops: lowOpen ? OPEN_BELOW_STOPS : low, highStops: high, lowOpen };
}
var MOST_STEPS = 40;
var BESIDE_STOPS = 0.8 * EDGE_PRECISION_STOPS;
function edge(v, outside, inside) {
  let [out3, inn] = [outside, inside];
  let [low, high] = [v(out3) - VIVID, v(inn) - VIVID];
  const take = (at2) => {
    const here = v(at2) - VIVID;
    if (here >= 0) [inn, high] = [at2, here];
    else [out3, low] = [at2, here];
    return here >= 0;
  };
  let [last, before2] = [0, NaN];
  for (let step = 0; step < MOST_STEPS && Math.abs(inn - out3) > EDGE_PRECISION_STOPS; step++) {
    const guess = high > low ? inn - high * (inn - out3) / (high - low) : (inn + out3) / 2;
    const vivid = take(guess);
    if (vivid && last === 1) low /= 2;
    if (!vivid && last === -1) high /= 2;
    last = vivid ? 1 : -1;
    if (Math.abs(guess - before2) < EDGE_PRECISION_STOPS / 2) {
      const beside = guess + Math.sign((vivid ? out3 : inn) - guess) * BESIDE_STOPS;
      if (take(beside) === vivid) take((inn + out3) / 2);
      last = 0;
    }
    before2 = guess;
  }
  return inn;
}
function peak(v, low, high, known2) {
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [low, high];
  let best = known2;
  while (b - a > EDGE_PRECISION_STOPS) {
    const c = b - ratio * (b - a);
    const d = a + ratio * (b - a);
    const [vc, vd] = [v(c), v(d)];
    if (vc > best.vividness) best = { stops: c, vividness: vc };
    if (vd > best.vividness) best = { stops: d, vividness: vd };
    if (vc > vd) b = d;
    else a = c;
  }
  return best;
}
function placeInWindow(window, stops) {
  return (stops - window.lowStops) / (window.highStops - window.lowStops);
}

// core/src/vivid/alone.ts
function balancedTriple(camera, spectrum) {
  const k = responses(camera.sensor, spectrum);
  return [k[0] / camera.whiteResponse[0], k[1] / camera.whiteResponse[1], k[2] / camera.whiteResponse[2]];
}

// core/src/palette/plane.ts
function targetOf({ a, b }) {
  return { hueDeg: (Math.atan2(b, a) * 180 / Math.PI + 360) % 360, purity: Math.hypot(a, b) };
}
function planeOfTriple(camera, [r, g, b]) {
  return linearSigma(camera, r, g, b);
}
function planeOfSpectrum(camera, spectrum) {
  return planeOfTriple(camera, balancedTriple(camera, spectrum));
}
function linearOfPoint({ a, b }) {
  const L = Math.sqrt(Math.max(0, 1 - a * a - b * b));
  const l = (L + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (L - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (L - 0.0894841775 * a - 1.291485548 * b) ** 3;
  return [
    4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
    -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
    -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s
  ];
}
var PLAIN = { matrix: Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1) };
var out2 = new Float64Array(3);

// core/src/palette/adaptation.ts
var ADAPTED_SHARE = 0.6;
function adaptedLinear({ L: light, a, b }, lab2) {
  const k = ADAPTED_SHARE * lab2.L / Math.max(0.05, light);
  const [p, q] = [lab2.a - k * a, lab2.b - k * b];
  const size = Math.hypot(lab2.L, p, q) || 1;
  const rgb5 = linearOfPoint({ a: p / size, b: q / size });
  const level = size ** 3;
  return [level * Math.max(0, rgb5[0]), level * Math.max(0, rgb5[1]), level * Math.max(0, rgb5[2])];
}
function adaptInto(rgba, adaptation) {
  for (let o = 0; o < rgba.length; o += 4) {
    const lab2 = oklabOf(decodeSrgb(rgba[o] / 255), decodeSrgb(rgba[o + 1] / 255), decodeSrgb(rgba[o + 2] / 255));
    adaptedLinear(adaptation, lab2).forEach((value, c) => rgba[o + c] = 255 * encodeSrgb(Math.min(1, value)));
  }
}

// core/src/test-frame/measure.ts
var LINEAR = Float64Array.from({ length: 256 }, (_, i) => decodeSrgb(i / 255));
var PATCH_HALF = 0.012;
function patchBounds({ x, y }, width, height) {
  const half = Math.max(1, Math.round(PATCH_HALF * Math.max(width, height)));
  const cx = Math.min(width - 1, Math.max(0, Math.floor(x * width)));
  const cy = Math.min(height - 1, Math.max(0, Math.floor(y * height)));
  return {
    x0: Math.max(0, cx - half),
    x1: Math.min(width - 1, cx + half),
    y0: Math.max(0, cy - half),
    y1: Math.min(height - 1, cy + half)
  };
}

// core/src/picture/develop.ts
var CURVE_STEPS = 16383;
var curves = /* @__PURE__ */ new Map();
function curveOf(camera) {
  const key2 = `${camera.curve} ${camera.outputClip} ${camera.shoulder}`;
  let table3 = curves.get(key2);
  if (!table3) {
    if (curves.size >= 16) curves.clear();
    table3 = new Uint8Array(CURVE_STEPS + 1);
    for (let i = 0; i <= CURVE_STEPS; i++)
      table3[i] = Math.round(255 * encoded(applyCurve(camera, i / CURVE_STEPS * camera.outputClip)));
    curves.set(key2, table3);
  }
  return table3;
}
function encoded(linear) {
  return linear <= 31308e-7 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055;
}
function developInto(rgba, raw, camera) {
  const table3 = curveOf(camera);
  const clip = camera.whiteClip;
  const scale = CURVE_STEPS / camera.outputClip;
  const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = Array.from(camera.matrix, (v) => v * scale);
  const words = new Uint32Array(rgba.buffer, rgba.byteOffset, raw.length / 3);
  for (let q = 0, o = 0; q < raw.length; q += 3, o++) {
    let r = raw[q];
    let g = raw[q + 1];
    let b = raw[q + 2];
    if (r > clip) r = clip;
    if (g > clip) g = clip;
    if (b > clip) b = clip;
    let x = m0 * r + m1 * g + m2 * b;
    let y = m3 * r + m4 * g + m5 * b;
    let z = m6 * r + m7 * g + m8 * b;
    x = x <= 0 ? 0 : x >= CURVE_STEPS ? CURVE_STEPS : x;
    y = y <= 0 ? 0 : y >= CURVE_STEPS ? CURVE_STEPS : y;
    z = z <= 0 ? 0 : z >= CURVE_STEPS ? CURVE_STEPS : z;
    words[o] = 4278190080 | table3[z | 0] << 16 | table3[y | 0] << 8 | table3[x | 0];
  }
}

// core/src/exposure/distance.ts
function nearFieldRatio(face, distanceM) {
  const farM = 1e4;
  const intensity = faceTerm(face, farM) * farM * farM;
  return faceTerm(face, distanceM) * distanceM * distanceM / intensity;
}
function faceTerm(face, d) {
  switch (face.kind) {
    case "disc":
      return 1 / (d * d + face.radiusM * face.radiusM);
    case "rectangle": {
      const long = Math.max(face.widthM, face.heightM);
      const short2 = Math.min(face.widthM, face.heightM);
      if (long <= 2 * short2) return 1 / (d * d + long * short2 / Math.PI);
      const x = long / (2 * d);
      const y = short2 / (2 * d);
      const sx = Math.sqrt(1 + x * x);
      const sy = Math.sqrt(1 + y * y);
      return x / sx * Math.atan(y / sx) + y / sy * Math.atan(x / sy);
    }
    case "tube": {
      const q = Math.atan(face.lengthM / (2 * d));
      return (q + Math.sin(q) * Math.cos(q)) / (face.lengthM * d);
    }
  }
}
function equivalentRadiusM(face) {
  switch (face.kind) {
    case "disc":
      return face.radiusM;
    case "rectangle":
      return Math.sqrt(face.widthM * face.heightM / Math.PI);
    case "tube":
      return face.lengthM / 2;
  }
}
function discIncidence(incidenceRad, halfAngleRad) {
  const be = incidenceRad;
  const sg = Math.max(0, halfAngleRad);
  if (be <= Math.PI / 2 - sg) return Math.cos(be);
  if (be >= Math.PI / 2 + sg) return 0;
  const sinSg = Math.sin(sg);
  const cosSg = Math.cos(sg);
  const sinBe = Math.sin(be);
  const cosBe = Math.cos(be);
  const clamp2 = (v) => Math.min(1, Math.max(-1, v));
  const partial = cosBe * sinSg ** 2 * Math.acos(clamp2(-(cosSg / sinSg) * (cosBe / sinBe))) - sinSg * cosSg * Math.sqrt(Math.max(0, 1 - cosBe ** 2 / sinSg ** 2));
  const viewFactor = 0.5 - Math.asin(clamp2(cosSg / sinBe)) / Math.PI + partial / Math.PI;
  return Math.max(0, viewFactor) / sinSg ** 2;
}

// core/src/exposure/beam.ts
var ZOOM_FIELD = 1.7;
function zoomLens({ spotDeg, floodDeg }, zoom) {
  const beamDeg = spotDeg * (floodDeg / spotDeg) ** zoom;
  return { kind: "lens", beamDeg, fieldDeg: Math.min(359, beamDeg * ZOOM_FIELD) };
}
function zoomGain(beam) {
  if (beam.kind !== "zoom") return 1;
  return beamIntegral(zoomLens(beam, 1)) / beamIntegral(zoomLens(beam, beam.zoom));
}
function beamFunction(beam) {
  switch (beam.kind) {
    case "bare":
      return () => 1;
    case "diffuse":
      return (angleRad) => Math.max(0, Math.cos(angleRad));
    case "lens": {
      const half = beam.beamDeg * Math.PI / 360;
      const k = lensExponent(beam);
      return (angleRad) => 2 ** -((Math.abs(angleRad) / half) ** k);
    }
    case "zoom":
      return beamFunction(zoomLens(beam, beam.zoom));
    case "table":
      return tableFunction(beam.anglesDeg, beam.relative);
  }
}
function tableFunction(anglesDeg, relative) {
  const last = anglesDeg.length - 1;
  return (angleRad) => {
    const angle = Math.abs(angleRad) * 180 / Math.PI;
    if (angle > anglesDeg[last]) return 0;
    if (angle <= anglesDeg[0]) return relative[0];
    let [low, high] = [0, last];
    while (high - low > 1) {
      const middle = low + high >> 1;
      if (anglesDeg[middle] <= angle) low = middle;
      else high = middle;
    }
    const t2 = (angle - anglesDeg[low]) / (anglesDeg[high] - anglesDeg[low]);
    return relative[low] * (1 - t2) + relative[high] * t2;
  };
}
function lensExponent({ beamDeg, fieldDeg }) {
  requireNumber("beamDeg", beamDeg, 1, 179, " degrees");
  requireNumber("fieldDeg", fieldDeg, 1, 360, " degrees");
  if (fieldDeg <= beamDeg) throw new InputError("fieldDeg", "The field angle (10 %) must be wider than the beam angle (50 %).");
  return Math.log(Math.log2(10)) / Math.log(fieldDeg / beamDeg);
}
function beamIntegral(beam) {
  if (beam.kind === "bare") return 4 * Math.PI;
  if (beam.kind === "diffuse") return Math.PI;
  const n = 720;
  const h = Math.PI / n;
  const intensity = beamFunction(beam);
  let sum2 = 0;
  for (let i = 1; i < n; i++) sum2 += (i % 2 ? 4 : 2) * intensity(i * h) * Math.sin(i * h);
  return 2 * Math.PI * sum2 * h / 3;
}
function gridTransmission(angleRad, cutoffDeg) {
  requireNumber("gridDeg", cutoffDeg, 1, 89, " degrees");
  if (Math.abs(angleRad) >= Math.PI / 2) return 0;
  const u = Math.abs(Math.tan(angleRad)) / Math.tan(cutoffDeg * Math.PI / 180);
  if (u >= 1) return 0;
  return 2 / Math.PI * (Math.acos(u) - u * Math.sqrt(1 - u * u));
}

// core/src/surface/liquid.ts
var LIQUIDS = ["clear", "amber", "rose", "green", "blue"];
var ABSORBANCE = {
  clear: () => 4e-3,
  amber: (nm) => 0.01 + 0.34 / (1 + Math.exp((nm - 505) / 22)) + 0.05 / (1 + Math.exp((nm - 590) / 18)),
  rose: (nm) => 0.012 + 0.24 * gaussian(nm, 525, 75),
  green: (nm) => 0.012 + 0.26 / (1 + Math.exp((nm - 470) / 14)) + 0.24 / (1 + Math.exp((600 - nm) / 16)),
  blue: (nm) => 0.012 + 0.3 / (1 + Math.exp((525 - nm) / 18))
};
function liquidTransmittance(liquid, strength, cm) {
  return sampled((nm) => 10 ** (-ABSORBANCE[liquid](nm) * strength * cm));
}

// core/src/catalogue/gels.ts
var above = (edgeNm, slopeNm, density) => (nm) => density * risingEdge(nm, edgeNm, slopeNm);
var below = (edgeNm, slopeNm, density) => (nm) => density * (1 - risingEdge(nm, edgeNm, slopeNm));
var band = (peakNm, widthNm, density) => (nm) => density * gaussian(nm, peakNm, widthNm);
var aboveWithRedTail = (edgeNm, slopeNm, density, tailNm) => (nm) => density * risingEdge(nm, edgeNm, slopeNm) * (1 - 0.9 * risingEdge(nm, tailNm, 9));
var HUES = [
  ["red", "red", [below(612, 9, 1.95)]],
  ["vermilion", "vermilion", [below(592, 10, 1.75)]],
  ["orange", "orange", [below(566, 12, 1.65)]],
  ["amber", "amber", [below(534, 14, 1.35)]],
  ["yellow", "yellow", [below(497, 11, 1.75)]],
  ["lime", "yellow-green", [below(488, 12, 1.5), above(600, 16, 0.85)]],
  ["green", "green", [below(488, 10, 1.7), aboveWithRedTail(575, 11, 1.75, 715)]],
  ["sea", "sea green", [below(455, 12, 1.1), aboveWithRedTail(570, 11, 1.8, 715)]],
  ["teal", "teal", [below(425, 10, 0.5), aboveWithRedTail(562, 13, 1.75, 715)]],
  ["azure", "azure", [aboveWithRedTail(535, 13, 1.75, 710)]],
  ["blue", "blue", [aboveWithRedTail(500, 11, 2.1, 710)]],
  ["violet", "violet", [aboveWithRedTail(486, 12, 2, 648)]],
  ["magenta", "magenta", [band(540, 110, 2.1)]]
];
var DEPTHS = [
  ["pale", 0.15],
  ["mid", 0.55],
  ["deep", 1]
];
function dyed(dyes) {
  return sampled((nm) => CLEAR_FILM * 10 ** -dyes.reduce((density, dye) => density + dye(nm), 0));
}
function effectGels() {
  const hues = HUES.flatMap(([id2, name2, dyes]) => {
    const deep = dyed(dyes);
    return DEPTHS.map(([depth, strength]) => ({
      id: `${id2}-${depth}`,
      name: `${depth} ${name2}`,
      kind: "effect",
      depth,
      transmittance: gelAtStrength(deep, strength)
    }));
  });
  const blush = {
    id: "blush-pale",
    name: "pale blush",
    kind: "effect",
    depth: "pale",
    transmittance: dyed([band(515, 120, 0.22), below(440, 15, 0.08)])
  };
  return [...hues, blush];
}
function correctionGels() {
  const mired = (id2, name2, shiftMired) => ({
    id: id2,
    name: name2,
    kind: "correction",
    shiftMired,
    transmittance: miredGel(shiftMired)
  });
  const tint = (id2, name2, transmittance) => ({
    id: id2,
    name: name2,
    kind: "correction",
    transmittance
  });
  return [
    mired("warm-full", "full warming", 159),
    mired("warm-half", "half warming", 81),
    mired("warm-quarter", "quarter warming", 42),
    mired("warm-eighth", "eighth warming", 20),
    mired("cool-full", "full cooling", -137),
    mired("cool-half", "half cooling", -78),
    mired("cool-quarter", "quarter cooling", -35),
    mired("cool-eighth", "eighth cooling", -18),
    tint("magenta-full", "full minus green", magentaGel(0.3)),
    tint("magenta-half", "half minus green", magentaGel(0.15)),
    tint("green-full", "full plus green", greenGel(0.3)),
    tint("green-half", "half plus green", greenGel(0.15))
  ];
}
var GELS = [...effectGels(), ...correctionGels()];
var byId = new Map(GELS.map((gel) => [gel.id, gel]));
function findGel(id2) {
  return byId.get(id2);
}

// core/src/surface/materials.ts
var neutral = (id2, name2, reflectance) => ({
  id: id2,
  name: name2,
  kind: "backdrop",
  reflectance: flat(reflectance)
});
var cloth = (id2, name2, at2) => ({
  id: id2,
  name: name2,
  kind: "cloth",
  reflectance: sampled(at2)
});
var hair = (id2, name2, base, melanin, exponent) => ({
  id: id2,
  name: name2,
  kind: "hair",
  reflectance: sampled((nm) => 0.012 + base * Math.exp(-melanin * (nm / 550) ** -exponent))
});
var MATERIALS = [
  neutral("paper-white", "White paper", 0.88),
  neutral("paper-pale", "Pale grey paper", 0.45),
  neutral("paper-grey", "Grey paper", 0.18),
  neutral("paper-slate", "Dark grey paper", 0.09),
  neutral("paper-black", "Black paper", 0.04),
  neutral("velvet-black", "Black velvet", 5e-3),
  cloth("cloth-white", "White cloth", (nm) => 0.62 + 0.2 * risingEdge(nm, 425, 12)),
  cloth("cloth-grey", "Grey cloth", () => 0.2),
  cloth("cloth-black", "Black cloth", (nm) => 0.03 + 0.02 * risingEdge(nm, 680, 15)),
  cloth("cloth-cream", "Cream wool", (nm) => 0.3 + 0.4 * risingEdge(nm, 470, 35)),
  cloth("cloth-red", "Red cloth", (nm) => 0.04 + 0.5 * risingEdge(nm, 605, 12)),
  cloth("cloth-rust", "Rust cloth", (nm) => 0.05 + 0.35 * risingEdge(nm, 580, 22)),
  cloth("cloth-mustard", "Mustard cloth", (nm) => 0.05 + 0.45 * risingEdge(nm, 535, 22)),
  cloth("cloth-green", "Green cloth", (nm) => 0.04 + 0.22 * gaussian(nm, 530, 80) + 0.12 * risingEdge(nm, 700, 12)),
  cloth("cloth-teal", "Teal cloth", (nm) => 0.05 + 0.24 * gaussian(nm, 490, 95) + 0.1 * risingEdge(nm, 705, 12)),
  cloth("cloth-navy", "Navy cloth", (nm) => 0.03 + 0.08 * gaussian(nm, 450, 75) + 0.06 * risingEdge(nm, 690, 15)),
  cloth("cloth-denim", "Denim", (nm) => 0.08 + 0.16 * gaussian(nm, 445, 110) + 0.06 * risingEdge(nm, 690, 15)),
  cloth("cloth-plum", "Plum cloth", (nm) => 0.04 + 0.1 * gaussian(nm, 435, 60) + 0.18 * risingEdge(nm, 635, 16)),
  hair("hair-black", "Black hair", 0.06, 1.4, 1.5),
  hair("hair-dark", "Dark brown hair", 0.16, 1.5, 2.2),
  hair("hair-brown", "Brown hair", 0.26, 1.3, 2.4),
  hair("hair-red", "Red hair", 0.42, 1.4, 3.6),
  hair("hair-fair", "Fair hair", 0.55, 0.75, 2.6),
  hair("hair-grey", "Grey hair", 0.34, 0.35, 0.6)
];
var byId2 = new Map(MATERIALS.map((material) => [material.id, material]));
function findMaterial(id2) {
  return byId2.get(id2);
}

// core/src/fixture/emitters.ts
var compiled = /* @__PURE__ */ new WeakMap();
function compileEmitters(fixture2, own) {
  const known2 = compiled.get(fixture2.emitters);
  if (known2) return known2;
  const made = fixture2.emitters.map((emitter) => {
    const spectrum = emitterSpectrum(emitter, own);
    const { luxAt1m: luxAt1m2, channel } = emitter;
    const [x, y, z] = spectrumToXyz(spectrum);
    const xyz = [luxAt1m2 * x / y, luxAt1m2, luxAt1m2 * z / y];
    return { channel, spectrum, luxAt1m: luxAt1m2, xyz, xy: xyzToXy(xyz) };
  });
  if (fixture2.emitters.every(({ kind }) => kind !== "spectrum")) compiled.set(fixture2.emitters, made);
  return made;
}
function emitterSpectrum(emitter, own) {
  switch (emitter.kind) {
    case "lobe":
      return normalised(sampled((nm) => gaussian(nm, emitter.peakNm, emitter.widthNm)));
    case "white":
      return whiteLedSource(emitter.cctK, emitter.duv);
    case "spectrum": {
      if (!own) throw new RangeError("An emitter with an imported spectrum needs a look-up.");
      return own(emitter.id);
    }
  }
}

// core/src/fixture/mix.ts
var LOOSE = 1e-9;
var MET = 1e-6;
function mixtureOf(emitters, drives) {
  const lux = emitters.map((emitter, i) => emitter.luxAt1m * drives[i]);
  const luxAt1m2 = lux.reduce((sum2, value) => sum2 + value, 0);
  const weights = lux.map((value) => luxAt1m2 > 0 ? value / luxAt1m2 : 0);
  return {
    drives,
    luxAt1m: luxAt1m2,
    spectrum: weightedSum(
      emitters.map(({ spectrum }) => spectrum),
      weights
    )
  };
}
function brightestMix(emitters, xy) {
  const n = emitters.length;
  const [a, b] = equations(emitters, xy);
  const lux = emitters.map(({ luxAt1m: luxAt1m2 }) => luxAt1m2);
  const best = { lux: 0, drives: null };
  for (let i = 0; i < n; i++) {
    for (let j = i + 1; j < n; j++) {
      const det = a[i] * b[j] - a[j] * b[i];
      if (Math.abs(det) <= 1e-9 * Math.hypot(a[i], b[i]) * Math.hypot(a[j], b[j])) {
        inLine(i, j, a, b, lux, best);
        continue;
      }
      for (let mask = 0; mask < 2 ** n; mask++) {
        if (mask & 1 << i || mask & 1 << j) continue;
        let [ra, rb, sum2] = [0, 0, 0];
        for (let k = 0; k < n; k++) {
          if (!(mask & 1 << k)) continue;
          ra -= a[k];
          rb -= b[k];
          sum2 += lux[k];
        }
        const di = (ra * b[j] - rb * a[j]) / det;
        const dj = (rb * a[i] - ra * b[i]) / det;
        if (!(di >= -LOOSE && di <= 1 + LOOSE && dj >= -LOOSE && dj <= 1 + LOOSE)) continue;
        sum2 += di * lux[i] + dj * lux[j];
        if (sum2 <= best.lux * (1 + 1e-12)) continue;
        best.lux = sum2;
        best.drives = Array.from({ length: n }, (_, k) => k === i ? di : k === j ? dj : mask & 1 << k ? 1 : 0);
      }
    }
  }
  return best.drives ? mixtureOf(
    emitters,
    best.drives.map((drive) => Math.min(1, Math.max(0, drive)))
  ) : null;
}
function inLine(i, j, a, b, lux, best) {
  for (const [full, other] of [
    [i, j],
    [j, i]
  ]) {
    const size = a[other] ** 2 + b[other] ** 2;
    if (size === 0) continue;
    const drive = -(a[full] * a[other] + b[full] * b[other]) / size;
    if (!(drive >= -LOOSE && drive <= 1 + LOOSE)) continue;
    const sum2 = lux[full] + drive * lux[other];
    const off = Math.hypot(a[full] + drive * a[other], b[full] + drive * b[other]);
    if (off > MET * sum2 || sum2 <= best.lux * (1 + 1e-12)) continue;
    best.lux = sum2;
    best.drives = lux.map((_, k) => k === full ? 1 : k === other ? drive : 0);
  }
}
function equations(emitters, [x, y]) {
  return [
    emitters.map(({ xyz }) => (xyz[0] * y - xyz[1] * x) / y),
    emitters.map(({ xyz }) => (xyz[2] * y - xyz[1] * (1 - x - y)) / y)
  ];
}
function gamutHull(emitters) {
  const points = emitters.map(({ xy }) => xy).sort((p, q) => p[0] - q[0] || p[1] - q[1]);
  const turn = (o, p, q) => (p[0] - o[0]) * (q[1] - o[1]) - (p[1] - o[1]) * (q[0] - o[0]);
  const half = (list) => {
    const chain = [];
    for (const point2 of list) {
      while (chain.length > 1 && turn(chain[chain.length - 2], chain[chain.length - 1], point2) <= 1e-9) chain.pop();
      chain.push(point2);
    }
    return chain.slice(0, -1);
  };
  return [...half(points), ...half([...points].reverse())];
}
function nearestInGamut(hull, xy) {
  const [u, v] = xyToUv(xy);
  const corners = hull.map(xyToUv);
  const orientation = Math.sign(
    corners.reduce((sum2, [pu, pv], i) => {
      const [qu, qv] = corners[(i + 1) % corners.length];
      return sum2 + pu * qv - qu * pv;
    }, 0)
  );
  let inside = corners.length > 2;
  let best = null;
  corners.forEach(([pu, pv], i) => {
    const [qu, qv] = corners[(i + 1) % corners.length];
    const [du, dv] = [qu - pu, qv - pv];
    if (orientation * (du * (v - pv) - dv * (u - pu)) < 0) inside = false;
    const t2 = Math.min(1, Math.max(0, ((u - pu) * du + (v - pv) * dv) / (du * du + dv * dv || 1)));
    const d = Math.hypot(u - pu - t2 * du, v - pv - t2 * dv);
    if (!best || d < best.d) best = { u: pu + t2 * du, v: pv + t2 * dv, d };
  });
  const edge2 = best;
  if (inside || !edge2 || edge2.d < 1e-7) return { xy, inside: true };
  return { xy: uvToXy(edge2.u, edge2.v), inside: false };
}
function closestMix(emitters, xy, wanted) {
  const n = emitters.length;
  const target = [xy[0] / xy[1], 1, (1 - xy[0] - xy[1]) / xy[1]];
  const perLux = emitters.map(({ xyz, luxAt1m: luxAt1m2 }) => xyz.map((value) => value / luxAt1m2));
  let best = null;
  for (let mask = 1; mask < 2 ** n; mask++) {
    const lit = Array.from({ length: n }, (_, i) => i).filter((i) => mask & 1 << i);
    const size = lit.length + 3;
    const rows = Array.from({ length: size }, () => new Array(size + 1).fill(0));
    lit.forEach((i, r) => {
      lit.forEach((j, c) => rows[r][c] = 2 * dot(emitters[i].spectrum, emitters[j].spectrum));
      for (let k = 0; k < 3; k++) {
        rows[r][lit.length + k] = perLux[i][k];
        rows[lit.length + k][r] = perLux[i][k];
      }
      rows[r][size] = 2 * dot(emitters[i].spectrum, wanted);
    });
    for (let k = 0; k < 3; k++) rows[lit.length + k][size] = target[k];
    const solution = solveLinear(rows);
    if (!solution) continue;
    const lux = new Array(n).fill(0);
    lit.forEach((i, r) => lux[i] = solution[r]);
    if (lux.some((value) => value < -LOOSE)) continue;
    if ([0, 1, 2].some((k) => Math.abs(lux.reduce((sum2, w, i) => sum2 + w * perLux[i][k], 0) - target[k]) > 1e-6)) continue;
    const mixture = weightedSum(
      emitters.map(({ spectrum }) => spectrum),
      lux
    );
    const error = mixture.reduce((sum2, value, i) => sum2 + (value - wanted[i]) ** 2, 0);
    if (!best || error < best.error - 1e-15) best = { error, lux };
  }
  const found = best;
  if (!found) return null;
  const most = Math.max(...found.lux.map((value, i) => value / emitters[i].luxAt1m));
  return mixtureOf(
    emitters,
    found.lux.map((value, i) => Math.max(0, value) / emitters[i].luxAt1m / most)
  );
}
function solveLinear(rows) {
  const n = rows.length;
  for (let c = 0; c < n; c++) {
    let pivot = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(rows[r][c]) > Math.abs(rows[pivot][c])) pivot = r;
    if (Math.abs(rows[pivot][c]) < 1e-13) return null;
    [rows[c], rows[pivot]] = [rows[pivot], rows[c]];
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const factor = rows[r][c] / rows[c][c];
      if (factor === 0) continue;
      for (let k = c; k <= n; k++) rows[r][k] -= factor * rows[c][k];
    }
  }
  return rows.map((row, i) => row[n] / row[i]);
}

// core/src/fixture/modes.ts
function settingXy(fixture2, setting, lookup) {
  if (!fixture2.modes.includes(setting.mode)) {
    throw new InputError("setting.mode", `${fixture2.name} has no ${setting.mode} mode; it has ${fixture2.modes.join(", ")}.`);
  }
  const emitters = compileEmitters(fixture2, lookup.source);
  switch (setting.mode) {
    case "cct":
      return cctDuvToXy(setting.cctK, setting.duv);
    case "hsi": {
      const white2 = cctDuvToXy(setting.whiteK, 0);
      return mixAtEqualLuminance(white2, hueXy(emitters, setting.hueDeg), setting.saturation);
    }
    case "rgb":
      return xyOfMix(mixtureOf(emitters, rgbDrives(emitters, setting)));
    case "xy":
      return [setting.x, setting.y];
    case "gel":
      return spectrumToXy(gelOverWhite(setting, lookup));
  }
}
function gelOverWhite({ whiteK: whiteK2, gel }, lookup) {
  return product(whiteIlluminant(Math.max(1600, whiteK2)), lookup.gel(gel));
}
function mixOf(fixture2, setting, lookup, prefer = "output") {
  const emitters = compileEmitters(fixture2, lookup.source);
  const wanted = settingXy(fixture2, setting, lookup);
  if (setting.mode === "rgb") {
    const mix3 = mixtureOf(emitters, rgbDrives(emitters, setting));
    if (mix3.luxAt1m <= 0)
      throw new InputError("setting", "RGB 0, 0, 0 gives no light; raise a channel, or switch the light off.");
    return { ...mix3, wanted, inGamut: true };
  }
  const { xy, inside } = nearestInGamut(gamutHull(emitters), wanted);
  const closest = prefer === "spectrum" && setting.mode === "gel" ? closestMix(emitters, xy, normalised(gelOverWhite(setting, lookup))) : null;
  const mix2 = closest ?? mixAt(emitters, xy);
  return { ...mix2, wanted, inGamut: inside };
}
function mixAt(emitters, xy) {
  const found = brightestMix(emitters, xy);
  if (found) return found;
  const middle = xyOfMix(
    mixtureOf(
      emitters,
      emitters.map(() => 1)
    )
  );
  for (let t2 = 1e-7; t2 < 1; t2 *= 4) {
    const mix2 = brightestMix(emitters, [xy[0] + t2 * (middle[0] - xy[0]), xy[1] + t2 * (middle[1] - xy[1])]);
    if (mix2) return mix2;
  }
  return mixtureOf(
    emitters,
    emitters.map(() => 1)
  );
}
function xyOfMix({ spectrum }) {
  return spectrumToXy(spectrum);
}
function primary(emitters, channel) {
  return emitters.findIndex((emitter) => emitter.channel === channel);
}
function rgbDrives(emitters, { r, g, b }) {
  const drives = new Array(emitters.length).fill(0);
  for (const [channel, value] of [
    ["r", r],
    ["g", g],
    ["b", b]
  ]) {
    const i = primary(emitters, channel);
    if (i >= 0) drives[i] = value / 255;
  }
  return drives;
}
function hueXy(emitters, hueDeg2) {
  const sector = (hueDeg2 % 360 + 360) % 360 / 60;
  const level = (centre) => Math.min(1, Math.max(0, 2 - Math.min(Math.abs(sector - centre), 6 - Math.abs(sector - centre))));
  const [r, g, b] = [level(0), level(2), level(4)];
  const sum2 = [0, 0, 0];
  for (const [channel, drive] of [
    ["r", r],
    ["g", g],
    ["b", b]
  ]) {
    const i = primary(emitters, channel);
    if (i >= 0) emitters[i].xyz.forEach((value, k) => sum2[k] += drive * value);
  }
  return xyzToXy(sum2);
}
function mixAtEqualLuminance([wx, wy], [hx, hy], share) {
  const a = (1 - share) / wy;
  const b = share / hy;
  return [(a * wx + b * hx) / (a + b), (a * wy + b * hy) / (a + b)];
}

// core/src/fixture/unit.ts
var NO_CORRECTION = { outputStops: 0, miredShift: 0, green: 0 };
function deviation({ miredShift, green }) {
  const band2 = green >= 0 ? greenBand : magentaBand;
  return sampled((nm) => Math.exp(-C2_MK * miredShift * 1e-6 * (1 / (nm * 1e-9) - 1 / 56e-8)) * band2(nm, Math.abs(green)));
}
function unitSpectrum(model, unit2) {
  if (unit2.miredShift === 0 && unit2.green === 0) return model;
  return normalised(product(model, deviation(unit2)));
}

// core/src/spectrum/presets.ts
var LIGHT_PRESET_IDS = ["street-sodium", "tube-green", "screen", "fire", "moon", "bulb", "fridge"];
var lines = (list) => sampled((nm) => list.reduce((sum2, [peak2, width, height]) => sum2 + height * gaussian(nm, peak2, width), 0));
var SODIUM = lines([
  [568, 8, 0.55],
  [584, 10, 0.9],
  [596, 14, 1],
  [616, 16, 0.42],
  [498, 8, 0.18],
  [467, 7, 0.06],
  [515, 9, 0.05],
  [671, 26, 0.12],
  [767, 14, 0.25]
]);
var TUBE = lines([
  [405, 8, 0.16],
  [436, 9, 0.5],
  [546, 10, 1.15],
  [578, 10, 0.32],
  [480, 110, 0.16],
  [580, 110, 0.34]
]);
var SCREEN = lines([
  [452, 20, 1],
  [535, 46, 0.62],
  [612, 40, 0.62]
]);
var LIGHT_PRESETS = [
  { id: "street-sodium", name: "Sodium street light", spectrum: normalised(SODIUM) },
  { id: "tube-green", name: "Fluorescent tube, green spike", spectrum: normalised(TUBE) },
  { id: "screen", name: "Screen", spectrum: normalised(SCREEN) },
  { id: "fire", name: "Fire or candle", spectrum: normalised(planck(1900)) },
  // Sunlight off the moon's reddish ground.
  { id: "moon", name: "Moon", spectrum: normalised(weightedSum([daylight(4600), flat(1)], [1, 20])) },
  { id: "bulb", name: "Household bulb", spectrum: normalised(planck(2700)) },
  { id: "fridge", name: "Cold fridge light", spectrum: whiteLedSource(7200, 4e-3) }
];
var byId3 = new Map(LIGHT_PRESETS.map(({ id: id2, spectrum }) => [id2, spectrum]));
function presetSource(id2) {
  const found = byId3.get(id2);
  if (!found) throw new RangeError(`There is no light preset "${id2}".`);
  return found;
}

// core/src/look/resolve.ts
function lookupIn(spectra) {
  const byId4 = new Map(spectra.map((spectrum) => [spectrum.id, spectrum]));
  return (id2, kind) => {
    const found = byId4.get(id2);
    return found?.kind === kind ? found : void 0;
  };
}
function resolveGel(id2, lookup = () => void 0) {
  const own = lookup(id2, "gel");
  if (own?.kind === "gel") return resample(own, "transmittance");
  const stock = findGel(id2);
  if (!stock)
    throw new InputError(
      "gel",
      `There is no gel "${id2}" in this look or in the stand-in kit; add its spectrum or choose another.`
    );
  return stock.transmittance;
}
function resolveFilter({ gels, leak }, lookup) {
  if (gels.length === 0) return flat(1);
  return withLeak(gelStack(gels.map(({ gel, strength }) => gelAtStrength(resolveGel(gel, lookup), strength))), leak);
}
function resolveSurface(surface, lookup = () => void 0) {
  switch (surface.kind) {
    case "neutral":
      return flat(surface.reflectance);
    case "material": {
      const material = findMaterial(surface.id);
      if (!material) throw new InputError("id", `There is no surface "${surface.id}" in the stand-in kit; choose another.`);
      return material.reflectance;
    }
    case "spectrum": {
      const own = lookup(surface.id, "reflectance");
      if (own?.kind !== "reflectance")
        throw new InputError("id", `This look carries no reflectance "${surface.id}"; add it under spectra.`);
      return resample(own, "reflectance");
    }
  }
}
function colourMovesWithLevel(fixture2) {
  if (fixture2.kind === "colour") return false;
  return fixture2.source.kind === "tungsten" || fixture2.kind === "flash" && fixture2.source.kind === "daylight" && fixture2.driftKPerStop !== 0;
}
function fixtureLookup(lookup = () => void 0) {
  return { gel: (id2) => resolveGel(id2, lookup), source: (id2) => ownSource(id2, lookup) };
}
function ownSource(id2, lookup) {
  const own = lookup(id2, "source");
  if (own?.kind !== "source")
    throw new InputError("source.id", `This look carries no source spectrum "${id2}"; add it under spectra.`);
  return sampledSource(own);
}
function resolveSource(lamp2, stopsUnderFull, lookup = () => void 0) {
  return unitSpectrum(modelSource(lamp2, stopsUnderFull, lookup), lamp2.unit);
}
function modelSource({ fixture: fixture2, setting }, stopsUnderFull, lookup = () => void 0) {
  if (fixture2.kind === "colour")
    return inField("setting", () => mixOf(fixture2, settingOf({ setting }), fixtureLookup(lookup)).spectrum);
  const { source: source2 } = fixture2;
  if (source2.kind === "tungsten") return tungstenSource(source2.cctK, 2 ** stopsUnderFull);
  if (source2.kind === "daylight" && fixture2.kind === "flash")
    return daylightSource(Math.min(25e3, Math.max(4e3, source2.cctK - fixture2.driftKPerStop * stopsUnderFull)));
  return spectrumOfSource(source2, lookup);
}
function spectrumOfSource(source2, lookup = () => void 0) {
  switch (source2.kind) {
    case "daylight":
      return daylightSource(source2.cctK);
    case "planck":
      return planckSource(source2.cctK);
    case "tungsten":
      return tungstenSource(source2.cctK);
    case "led":
      return whiteLedSource(source2.cctK, source2.duv);
    case "preset":
      return presetSource(source2.id);
    case "spectrum":
      return ownSource(source2.id, lookup);
  }
}
function settingOf({ setting }) {
  if (setting === null) throw new InputError("", 'A full-colour fixture needs a setting, for example { "mode": "cct", ... }.');
  return setting;
}
function fullLux({ fixture: fixture2, setting }, lookup = () => void 0) {
  if (fixture2.kind === "flash") return 0;
  return fixture2.kind === "colour" ? mixOf(fixture2, settingOf({ setting }), fixtureLookup(lookup)).luxAt1m : fixture2.luxAt1m;
}
function lampStops({ lamp: lamp2 }) {
  return lamp2 ? Math.log2(lamp2.fittedW / lamp2.figureW) - lamp2.diffusionStops : 0;
}
var standIns = /* @__PURE__ */ new Map();
function resolveSensor(camera, lookup = () => void 0) {
  const { sensor } = camera;
  if (sensor.kind === "spectrum") {
    const own = lookup(sensor.id, "sensor");
    if (own?.kind !== "sensor")
      throw new InputError("sensor.id", `This look carries no sensor "${sensor.id}"; add it under spectra.`);
    return sampledSensor(own);
  }
  let found = standIns.get(sensor.shiftNm);
  if (!found) standIns.set(sensor.shiftNm, found = standInSensor(sensor.shiftNm));
  return found;
}

// core/src/look/reflectances.ts
function wallReflectance({ room }, lookup) {
  const { paint } = room;
  return paint === null ? flat(room.walls) : inField("room.paint", () => resolveSurface(paint, lookup));
}
function tintOf({ tint }, index, lookup) {
  return tint === null ? flat(1) : inField(`boards[${index}].tint`, () => resolveSurface(tint, lookup));
}
var THROUGH_CM = 2.4;
var GLASS_PASSES = 0.86;
function liquidAsSurface({ subject }) {
  return liquidTransmittance(subject.liquid.tint, subject.liquid.strength, THROUGH_CM).map((value) => value * GLASS_PASSES);
}

// core/src/surface/skin.ts
var HAEMOGLOBIN = [
  [380, 109564],
  [390, 167748],
  [400, 266232],
  [410, 466840],
  [414, 524280],
  [420, 480360],
  [430, 246072],
  [440, 102580],
  [450, 62816],
  [460, 44480],
  [470, 33209],
  [480, 26629],
  [490, 23684],
  [500, 20933],
  [510, 20035],
  [520, 24202],
  [530, 39957],
  [540, 53236],
  [550, 43016],
  [560, 32613],
  [570, 44496],
  [576, 55540],
  [580, 50104],
  [590, 14401],
  [600, 3200],
  [610, 1506],
  [620, 942],
  [630, 610],
  [640, 442],
  [650, 368],
  [660, 320],
  [670, 294],
  [680, 278],
  [690, 276],
  [700, 290],
  [720, 348],
  [740, 446],
  [760, 586],
  [780, 710]
];
var BLOOD_G_PER_L = 150;
var HAEMOGLOBIN_G_PER_MOL = 64500;
var BLOOD_SHARE = 0.035;
var UNDERTONE_BLOOD = 0.35;
var UNDERTONE_YELLOW = 0.16;
var MELANIN_EXPONENT = 1.7;
var LIGHTEST_MELANIN = 0.06;
var MELANIN_RANGE = 2.34;
var SURFACE_REFLECTION = 0.02;
var SURFACE_TRANSMISSION = 0.96;
function haemoglobin(nm) {
  let j = 0;
  while (j < HAEMOGLOBIN.length - 2 && HAEMOGLOBIN[j + 1][0] <= nm) j++;
  const [n0, e0] = HAEMOGLOBIN[j];
  const [n1, e1] = HAEMOGLOBIN[j + 1];
  return e0 + (e1 - e0) * (nm - n0) / (n1 - n0);
}
var dermis = (undertone) => sampled((nm) => {
  const share = BLOOD_SHARE * (1 - UNDERTONE_BLOOD * undertone);
  const blood = Math.LN10 * haemoglobin(nm) * BLOOD_G_PER_L * share / HAEMOGLOBIN_G_PER_MOL;
  const tissue = 0.9 + 1.2 * Math.exp(-(nm - 400) / 70);
  const scattering = 24 * (nm / 500) ** -1.2;
  const q = (blood + tissue) / scattering;
  return 1 + q - Math.sqrt(q * q + 2 * q);
});
var DERMIS = dermis(0);
function skinReflectance(depth, undertone = 0) {
  requireNumber("skinDepth", depth, 0, 1);
  requireNumber("undertone", undertone, -1, 1);
  const under = undertone === 0 ? DERMIS : dermis(undertone);
  const yellow = Math.max(0, undertone) * UNDERTONE_YELLOW;
  const melanin = LIGHTEST_MELANIN + MELANIN_RANGE * depth;
  return sampled((nm) => Math.exp(-melanin * (nm / 550) ** -MELANIN_EXPONENT - yellow * Math.exp(-(((nm - 470) / 45) ** 2)))).map(
    (epidermis, i) => SURFACE_REFLECTION + SURFACE_TRANSMISSION * epidermis * under[i]
  );
}
var EYE_WHITE = sampled((nm) => 0.5 + 0.1 * risingEdge(nm, 590, 30) + 0.04 * risingEdge(nm, 470, 25));

// core/src/figure/surfaces.ts
var SURFACE = {
  skin: 0,
  eye: 1,
  cloth: 2,
  collar: 3,
  hat: 4,
  lens: 5,
  seat: 6,
  metal: 7,
  matt: 8,
  glass: 9,
  label: 10
};
var OF_NET = {
  cloth: "cloth",
  skin: "skin",
  seat: "seat",
  hat: "hat",
  cap: "hat",
  lens: "lens",
  glass: "glass",
  label: "label",
  metal: "metal",
  matt: "matt"
};
function surfaceOfNet(name2) {
  return SURFACE[OF_NET[name2] ?? "cloth"];
}

// core/src/figure/materials.ts
function bands(r, g, b) {
  return sampled((nm) => {
    const [wr, wg, wb] = [gaussian(nm, 630, 110), gaussian(nm, 540, 90), gaussian(nm, 450, 90)];
    return (r * wr + g * wg + b * wb) / (wr + wg + wb);
  });
}
var power = (spectrum, e, times2 = 1) => spectrum.map((v) => Math.min(0.95, times2 * v ** e));
var times = (spectrum, r, g, b) => product(spectrum, bands(r, g, b));
var between = (a, b, t2) => a.map((v, i) => v + t2 * (b[i] - v));
var MATERIALS2 = {
  skin: { reflectance: ({ skin }) => skin, own: "skin" },
  blush: { reflectance: ({ skin }) => times(skin, 0.93, 0.66, 0.66), own: "skin" },
  lips: { reflectance: ({ skin }) => times(skin, 0.76, 0.5, 0.6), own: "skin" },
  shade: { reflectance: ({ skin }) => times(skin, 0.55, 0.5, 0.52), own: "skin" },
  stubble: { reflectance: ({ skin, hair: hair2 }) => between(scaled(skin, 0.5), hair2, 0.55), own: "skin" },
  root: { reflectance: ({ skin, hair: hair2 }) => between(scaled(skin, 0.35), hair2, 0.5), own: "skin" },
  sclera: { reflectance: () => scaled(EYE_WHITE, 0.7) },
  iris: { reflectance: ({ skin }) => sampled((nm) => 0.035 + 0.07 * gaussian(nm, 620, 150)).map((v, i) => v * (0.5 + 0.9 * skin[i])) },
  pupil: { reflectance: () => flat(4e-3) },
  wet: { reflectance: ({ skin }) => times(between(skin, flat(0.5), 0.4), 0.95, 0.6, 0.58), own: "skin" },
  hair: { reflectance: ({ hair: hair2 }) => hair2, sheen: [0.34, 0.05] },
  "hair-through": { reflectance: ({ hair: hair2 }) => power(hair2, 0.5, 1.55) },
  brow: { reflectance: ({ hair: hair2 }) => scaled(hair2, 0.8) },
  down: { reflectance: ({ skin }) => power(skin, 0.7) },
  "down-through": { reflectance: ({ skin }) => power(skin, 0.3) },
  wardrobe: { reflectance: ({ wardrobe }) => wardrobe, own: "wardrobe" },
  accent: { reflectance: () => sampled((nm) => 0.6 + 0.1 * gaussian(nm, 640, 200)), own: "wardrobe" },
  hat: { reflectance: () => sampled((nm) => 0.05 + 0.02 * gaussian(nm, 620, 200)), sheen: [0.8, 6e-3] },
  cap: { reflectance: () => sampled((nm) => 0.66 + 0.08 * gaussian(nm, 620, 200)), sheen: [0.9, 4e-3] },
  lens: { reflectance: () => flat(0.012), sheen: [0.04, 0.05] },
  seat: { reflectance: () => sampled((nm) => 0.1 + 0.08 * gaussian(nm, 640, 120)), sheen: [0.4, 0.03] },
  metal: { reflectance: () => sampled((nm) => 0.24 + 0.03 * gaussian(nm, 620, 200)), sheen: [0.13, 0.55] },
  matt: { reflectance: () => flat(0.035), sheen: [0.55, 0.04] },
  label: { reflectance: ({ label }) => label, sheen: [0.6, 0.01] },
  ink: { reflectance: () => flat(0.03), sheen: [0.5, 0.02] },
  glass: { reflectance: () => flat(4e-3), sheen: [0.03, 0.045] },
  backdrop: { reflectance: ({ backdrop: backdrop2 }) => backdrop2, room: true },
  floor: { reflectance: ({ look }) => flat(look.room.floor), room: true },
  wall: { reflectance: ({ walls }) => walls, room: true },
  ceiling: { reflectance: ({ look }) => flat(look.room.ceiling), room: true },
  table: { reflectance: ({ wardrobe }) => wardrobe, sheen: [0.22, 0.03], room: true },
  flag: { reflectance: () => flat(0.03), room: true },
  card: { reflectance: () => flat(0.8), room: true },
  /** The body of a lamp, its stand. */
  lamp: { reflectance: () => flat(0.035), room: true }
};
var MATERIAL_NAMES = Object.keys(MATERIALS2);
var MATERIAL = Object.fromEntries(MATERIAL_NAMES.map((name2, i) => [name2, i]));
var LIQUID_STEPS = 16;
var LIQUID_STEP_CM = 0.6;
var LIQUID = MATERIAL_NAMES.length;
var MATERIAL_COUNT = LIQUID + LIQUID_STEPS;
function sheenOf(name2) {
  const material = MATERIALS2[name2];
  return material.sheen ?? [1, 0];
}
var SURFACE_MATERIALS = (() => {
  const of = {
    skin: ["skin", "blush", "lips", "shade", "stubble", "root"],
    eye: ["sclera", "iris", "pupil", "wet"],
    cloth: ["wardrobe", "accent", "ink"],
    collar: ["wardrobe", "accent", "ink"],
    hat: ["hat", "cap"],
    lens: ["lens"],
    seat: ["seat"],
    metal: ["metal"],
    matt: ["matt"],
    glass: ["glass"],
    label: ["label", "ink"]
  };
  return Object.keys(SURFACE).map((name2) => of[name2]);
})();
var OF_PROBE = {
  skin: "skin",
  hair: "hair",
  wardrobe: "wardrobe",
  backdrop: "backdrop",
  "eye-white": "sclera",
  label: "label",
  liquid: "liquid",
  table: "table",
  metal: "metal",
  matt: "matt"
};
function liquidSteps({ liquid }) {
  return Array.from(
    { length: LIQUID_STEPS },
    (_, k) => scaled(liquidTransmittance(liquid.tint, liquid.strength, k * LIQUID_STEP_CM), GLASS_PASSES)
  );
}
function reflectancesOf(look) {
  const lookup = lookupIn(look.spectra);
  const { subject } = look;
  const surface = (field, ref) => inField(field, () => resolveSurface(ref, lookup));
  const palette = {
    look,
    skin: skinReflectance(subject.skinDepth, subject.undertone),
    hair: surface("subject.hair", subject.hair),
    wardrobe: surface("subject.wardrobe", subject.wardrobe),
    backdrop: surface("backdrop.surface", look.backdrop.surface),
    walls: wallReflectance(look, lookup),
    label: surface("subject.label", subject.label)
  };
  const all2 = MATERIAL_NAMES.map((name2) => MATERIALS2[name2].reflectance(palette));
  if (subject.form === "bottle") liquidSteps(subject).forEach((passes2) => all2.push(product(palette.backdrop, passes2)));
  const of = (name2) => all2[MATERIAL[name2]];
  return {
    all: all2,
    of,
    ofProbe: (name2) => {
      const material = OF_PROBE[name2];
      return material === "liquid" ? liquidAsSurface(look) : of(material);
    }
  };
}

// core/src/transport/boards.ts
var CARD_REFLECTANCE = 0.85;
var SILVER_REFLECTANCE = 0.8;
var SILVER_POWER = 8;
function passes({ finish, lossStops }) {
  return finish === "silk" ? 2 ** -lossStops : 0;
}
function axesOf({ yawDeg }) {
  const a = yawDeg * Math.PI / 180;
  return { normal: [Math.sin(a), 0, Math.cos(a)], right: [Math.cos(a), 0, -Math.sin(a)] };
}
function pastBoards(boards, px, py, pz, lx, ly, lz, radiusM) {
  let share = 1;
  for (const board of boards) {
    const { normal, right } = axesOf(board);
    const [cx, cy, cz] = board.position;
    const dx = lx - px;
    const dz = lz - pz;
    const along2 = normal[0] * dx + normal[2] * dz;
    if (Math.abs(along2) < 1e-9) continue;
    const t2 = (normal[0] * (cx - px) + normal[2] * (cz - pz)) / along2;
    if (t2 <= 1e-3 || t2 >= 0.999) continue;
    const u = (px + t2 * dx - cx) * right[0] + (pz + t2 * dz - cz) * right[2];
    const v = py + t2 * (ly - py) - cy;
    const inside = Math.min(board.widthM / 2 - Math.abs(u), board.heightM / 2 - Math.abs(v));
    const blur = Math.max(3e-3, radiusM * t2);
    const covered = Math.min(1, Math.max(0, 0.5 + 0.5 * inside / blur));
    if (covered > 0) share *= 1 - covered * covered * (3 - 2 * covered) * (1 - passes(board));
  }
  return share;
}
function cardSources(boards, light, arriving) {
  return boards.flatMap((board) => {
    if (board.finish !== "white" && board.finish !== "silver") return [];
    const { normal } = axesOf(board);
    const side = normal[0] * (light[0] - board.position[0]) + normal[2] * (light[2] - board.position[2]) >= 0 ? 1 : -1;
    const facing2 = [normal[0] * side, 0, normal[2] * side];
    const silver = board.finish === "silver";
    const share = board.tint ? 1 : silver ? SILVER_REFLECTANCE : CARD_REFLECTANCE;
    const radiosity = share * arriving(board.position, facing2);
    const mirrored = silver ? mirrorOf(light, board.position, facing2) : null;
    return radiosity > 0 ? [{ board, normal: facing2, radiosity, mirrored }] : [];
  });
}
function mirrorOf(light, at2, [nx, ny, nz]) {
  const d = [light[0] - at2[0], light[1] - at2[1], light[2] - at2[2]];
  const length = Math.hypot(...d) || 1;
  const k = 2 * (d[0] * nx + d[1] * ny + d[2] * nz) / length;
  return [k * nx - d[0] / length, k * ny - d[1] / length, k * nz - d[2] / length];
}
function fromCard({ board, normal, radiosity, mirrored }, px, py, pz, nx, ny, nz) {
  const dx = board.position[0] - px;
  const dy = board.position[1] - py;
  const dz = board.position[2] - pz;
  const d2 = dx * dx + dy * dy + dz * dz;
  const d = Math.sqrt(d2) || 1e-6;
  const leaving = -(normal[0] * dx + normal[1] * dy + normal[2] * dz) / d;
  const facing2 = (nx * dx + ny * dy + nz * dz) / d;
  if (leaving <= 0 || facing2 <= 0) return 0;
  const area = board.widthM * board.heightM;
  if (mirrored) {
    const along2 = -(mirrored[0] * dx + mirrored[1] * dy + mirrored[2] * dz) / d;
    if (along2 <= 0) return 0;
    const lobe3 = (SILVER_POWER + 1) / 2 * along2 ** SILVER_POWER;
    return radiosity * lobe3 * facing2 * area / (Math.PI * d2 + area * (SILVER_POWER + 1) * 0.5);
  }
  return radiosity * leaving * facing2 * area / (Math.PI * d2 + area);
}

// core/src/figure/codec.ts
var FigureFileError = class extends Error {
  name = "FigureFileError";
};
var MAGIC = 1718053958;
var VERSION = 1;
var Reader = class {
  /** @throws FigureFileError where the bytes are not a figure of this version. */
  constructor(data) {
    this.data = data;
    this.view = new DataView(data.buffer, data.byteOffset, data.byteLength);
    if (data.length < 8 || this.u32() !== MAGIC || this.u32() !== VERSION)
      throw new FigureFileError("is not a figure of this version: run npm run figures, or install the program anew");
  }
  data;
  at = 0;
  view;
  take(n) {
    const from = this.at;
    if (n < 0 || from + n > this.data.length)
      throw new FigureFileError("ends too early: the file is damaged or was not received in full");
    this.at += n;
    return from;
  }
  u8(n) {
    const from = this.take(n);
    return this.data.subarray(from, from + n);
  }
  u32() {
    return this.view.getUint32(this.take(4), true);
  }
  /** A count, which a damaged file must not make huge. */
  count(most = 4e6) {
    const n = this.u32();
    if (n > most) throw new FigureFileError("holds an impossible count: the file is damaged");
    return n;
  }
  f32() {
    return this.view.getFloat32(this.take(4), true);
  }
  i16(n) {
    const from = this.take(2 * n);
    const out3 = new Int16Array(n);
    for (let i = 0; i < n; i++) {
      const z = this.data[from + i] | this.data[from + n + i] << 8;
      out3[i] = z >>> 1 ^ -(z & 1);
    }
    return out3;
  }
  runs(n) {
    const bytes = this.u8(this.count());
    const out3 = new Uint8Array(n);
    let at2 = 0;
    let value = 0;
    for (let i = 0; i < bytes.length; ) {
      let length = 0;
      let shift = 0;
      let byte;
      do {
        byte = bytes[i++] ?? 0;
        length += (byte & 127) * 2 ** shift;
        shift += 7;
      } while (byte & 128);
      if (at2 + length > n) throw new FigureFileError("holds a run past its end: the file is damaged");
      if (value) out3.fill(1, at2, at2 + length);
      at2 += length;
      value = 1 - value;
    }
    return out3;
  }
  end() {
    if (this.at !== this.data.length) throw new FigureFileError("goes on past its end: the file is damaged");
  }
};
var wrap = (v) => v << 16 >> 16;
var before = (v) => [v - 1, v - 1];
function fromResiduals(r, parents, size) {
  const n = r.length / size;
  const q = new Int32Array(r.length);
  for (let v = 0; v < n; v++) {
    const [a, b] = parents(v);
    for (let c = 0; c < size; c++) {
      const guess = a < 0 ? 0 : Math.round((q[size * a + c] + q[size * b + c]) / 2);
      q[size * v + c] = wrap(r[c * n + v] + guess);
    }
  }
  return q;
}
function sharesOf(bytes, parents = before) {
  const whole2 = new Uint8Array(bytes.length);
  for (let i = 0; i < bytes.length; i++) {
    const [a, b] = parents(i);
    whole2[i] = a < 0 ? bytes[i] : bytes[i] + (whole2[a] + whole2[b] >> 1);
  }
  return Float32Array.from(whole2, (v) => v / 255);
}

// core/src/figure/bvh.ts
var LEAF = 4;
var DEEPEST = 64;
var BINS = 12;
function buildBvh({ position: p, face }) {
  const n = face.length / 3;
  const middle = new Float32Array(3 * n);
  for (let t2 = 0; t2 < n; t2++)
    for (let c = 0; c < 3; c++)
      middle[3 * t2 + c] = (p[3 * face[3 * t2] + c] + p[3 * face[3 * t2 + 1] + c] + p[3 * face[3 * t2 + 2] + c]) / 3;
  const order = Uint32Array.from({ length: n }, (_, t2) => t2);
  const most = Math.max(1, 2 * n);
  const box2 = new Float32Array(6 * most);
  const link = new Int32Array(most);
  const count = new Uint8Array(most);
  const cheapestCut = (list, from, to, axis, low, high) => {
    const width = (high - low) / BINS;
    if (!(width > 0)) return low;
    const bounds = new Float64Array(6 * BINS).map((_, i) => i % 6 < 3 ? Infinity : -Infinity);
    const counts = new Int32Array(BINS);
    for (let i = from; i < to; i++) {
      const t2 = list[i];
      const b = Math.min(BINS - 1, Math.floor((middle[3 * t2 + axis] - low) / width));
      counts[b]++;
      for (let k = 0; k < 3; k++)
        for (let c = 0; c < 3; c++) {
          const v = p[3 * face[3 * t2 + k] + c];
          if (v < bounds[6 * b + c]) bounds[6 * b + c] = v;
          if (v > bounds[6 * b + 3 + c]) bounds[6 * b + 3 + c] = v;
        }
    }
    const costs = new Float64Array(BINS);
    for (const back of [false, true]) {
      const all2 = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
      let n2 = 0;
      for (let s = 0; s < BINS - 1; s++) {
        const b = back ? BINS - 1 - s : s;
        n2 += counts[b];
        for (let c = 0; c < 3; c++) {
          all2[c] = Math.min(all2[c], bounds[6 * b + c]);
          all2[3 + c] = Math.max(all2[3 + c], bounds[6 * b + 3 + c]);
        }
        const [x, y, z] = [all2[3] - all2[0], all2[4] - all2[1], all2[5] - all2[2]];
        if (n2 > 0) costs[back ? b - 1 : b] += n2 * (x * y + y * z + z * x);
      }
    }
    let best = 0;
    for (let b = 1; b < BINS - 1; b++) if (costs[b] < costs[best]) best = b;
    return low + (best + 1) * width;
  };
  let nodes = 0;
  const make = (from, to, depth) => {
    const node = nodes++;
    const low = [Infinity, Infinity, Infinity];
    const high = [-Infinity, -Infinity, -Infinity];
    const cLow = [Infinity, Infinity, Infinity];
    const cHigh = [-Infinity, -Infinity, -Infinity];
    for (let i = from; i < to; i++) {
      const t2 = order[i];
      for (let c = 0; c < 3; c++) {
        const m = middle[3 * t2 + c];
        if (m < cLow[c]) cLow[c] = m;
        if (m > cHigh[c]) cHigh[c] = m;
        for (let k = 0; k < 3; k++) {
          const v = p[3 * face[3 * t2 + k] + c];
          if (v < low[c]) low[c] = v;
          if (v > high[c]) high[c] = v;
        }
      }
    }
    box2.set(low, 6 * node);
    box2.set(high, 6 * node + 3);
    if (to - from <= LEAF || depth >= DEEPEST) {
      link[node] = -1 - from;
      count[node] = Math.min(255, to - from);
      return;
    }
    const axis = [0, 1, 2].reduce((best, c) => cHigh[c] - cLow[c] > cHigh[best] - cLow[best] ? c : best, 0);
    const cut2 = cheapestCut(order, from, to, axis, cLow[axis], cHigh[axis]);
    let mid = from;
    for (let i = from; i < to; i++)
      if (middle[3 * order[i] + axis] < cut2) {
        const swap = order[mid];
        order[mid++] = order[i];
        order[i] = swap;
      }
    if (mid === from || mid === to) mid = from + to >> 1;
    make(from, mid, depth + 1);
    link[node] = nodes;
    make(mid, to, depth + 1);
  };
  if (n > 0) make(0, n, 0);
  const triangle = new Float32Array(9 * n);
  for (let i = 0; i < n; i++) {
    const [a, b, c] = [3 * face[3 * order[i]], 3 * face[3 * order[i] + 1], 3 * face[3 * order[i] + 2]];
    for (let k = 0; k < 3; k++) {
      triangle[9 * i + k] = p[a + k];
      triangle[9 * i + 3 + k] = p[b + k] - p[a + k];
      triangle[9 * i + 6 + k] = p[c + k] - p[a + k];
    }
  }
  return { box: box2.slice(0, 6 * nodes), link: link.slice(0, nodes), count: count.slice(0, nodes), triangle, source: order };
}
var stack = new Int32Array(DEEPEST + 8);
function isBlocked(bvh, ox, oy, oz, dx, dy, dz, most) {
  const { box: box2, link, count, triangle } = bvh;
  if (link.length === 0) return false;
  const ix = 1 / dx;
  const iy = 1 / dy;
  const iz = 1 / dz;
  let top = 0;
  stack[top++] = 0;
  while (top > 0) {
    const node = stack[--top];
    const b = 6 * node;
    const x0 = (box2[b] - ox) * ix;
    const x1 = (box2[b + 3] - ox) * ix;
    const y0 = (box2[b + 1] - oy) * iy;
    const y1 = (box2[b + 4] - oy) * iy;
    const z0 = (box2[b + 2] - oz) * iz;
    const z1 = (box2[b + 5] - oz) * iz;
    let near = x0 < x1 ? x0 : x1;
    let far = x0 < x1 ? x1 : x0;
    const ny = y0 < y1 ? y0 : y1;
    const fy = y0 < y1 ? y1 : y0;
    if (ny > near) near = ny;
    if (fy < far) far = fy;
    const nz = z0 < z1 ? z0 : z1;
    const fz = z0 < z1 ? z1 : z0;
    if (nz > near) near = nz;
    if (fz < far) far = fz;
    if (!(near <= far) || far < 0 || near > most) continue;
    const l = link[node];
    if (l >= 0) {
      stack[top++] = l;
      stack[top++] = node + 1;
      continue;
    }
    const first = -1 - l;
    const end = first + count[node];
    for (let t2 = first; t2 < end; t2++) {
      const d = meets(triangle, 9 * t2, ox, oy, oz, dx, dy, dz);
      if (d > 0 && d < most) return true;
    }
  }
  return false;
}
var hit = new Float64Array(2);
function meets(tri, q, ox, oy, oz, dx, dy, dz) {
  const ex = tri[q + 3];
  const ey = tri[q + 4];
  const ez = tri[q + 5];
  const fx = tri[q + 6];
  const fy = tri[q + 7];
  const fz = tri[q + 8];
  const px = dy * fz - dz * fy;
  const py = dz * fx - dx * fz;
  const pz = dx * fy - dy * fx;
  const det = ex * px + ey * py + ez * pz;
  if (det > -1e-14 && det < 1e-14) return -1;
  const inv = 1 / det;
  const sx = ox - tri[q];
  const sy = oy - tri[q + 1];
  const sz = oz - tri[q + 2];
  const u = (sx * px + sy * py + sz * pz) * inv;
  if (u < 0 || u > 1) return -1;
  const rx = sy * ez - sz * ey;
  const ry = sz * ex - sx * ez;
  const rz = sx * ey - sy * ex;
  const v = (dx * rx + dy * ry + dz * rz) * inv;
  if (v < 0 || u + v > 1) return -1;
  hit[0] = u;
  hit[1] = v;
  return (fx * rx + fy * ry + fz * rz) * inv;
}
function firstHit(bvh, origin, direction, most) {
  const { box: box2, link, count, triangle, source: source2 } = bvh;
  const [ox, oy, oz] = origin;
  const [dx, dy, dz] = direction;
  let best = null;
  let limit = most;
  const todo = link.length ? [0] : [];
  while (todo.length) {
    const node = todo.pop();
    let near = 0;
    let far = limit;
    for (let c = 0; c < 3; c++) {
      const [o, d] = [origin[c], direction[c]];
      const a = (box2[6 * node + c] - o) / d;
      const b = (box2[6 * node + 3 + c] - o) / d;
      near = Math.max(near, Math.min(a, b));
      far = Math.min(far, Math.max(a, b));
    }
    if (!(near <= far)) continue;
    const l = link[node];
    if (l >= 0) {
      todo.push(l, node + 1);
      continue;
    }
    for (let t2 = -1 - l; t2 < -1 - l + count[node]; t2++) {
      const d = meets(triangle, 9 * t2, ox, oy, oz, dx, dy, dz);
      if (d <= 0 || d >= limit) continue;
      limit = d;
      best = { t: d, triangle: source2[t2], u: hit[0], v: hit[1] };
    }
  }
  return best;
}

// core/src/figure/numeric.ts
function clamp(v, low = 0, high = 1) {
  return v < low ? low : v > high ? high : v;
}
function smooth(from, to, v) {
  const t2 = clamp((v - from) / (to - from));
  return t2 * t2 * (3 - 2 * t2);
}
function mix(a, b, t2) {
  return a + (b - a) * t2;
}
function bell(distance, width) {
  return Math.exp(-((distance / width) ** 2));
}
function norm(x, y, z = 0) {
  return Math.sqrt(x * x + y * y + z * z);
}
function random(seed) {
  let s = seed >>> 0;
  return () => {
    s = s + 1831565813 | 0;
    let t2 = Math.imul(s ^ s >>> 15, 1 | s);
    t2 = t2 + Math.imul(t2 ^ t2 >>> 7, 61 | t2) ^ t2;
    return ((t2 ^ t2 >>> 14) >>> 0) / 4294967296;
  };
}
var SIDE = 32;
var LAST = SIDE - 1;
function lattice(seed, channels) {
  const next = random(seed);
  return Float32Array.from({ length: channels * SIDE ** 3 }, () => 2 * next() - 1);
}
var scalar = lattice(5, 1);
function noise(x, y, z) {
  const i = Math.floor(x);
  const j = Math.floor(y);
  const k = Math.floor(z);
  let u = x - i;
  let v = y - j;
  let w = z - k;
  u = u * u * (3 - 2 * u);
  v = v * v * (3 - 2 * v);
  w = w * w * (3 - 2 * w);
  const i0 = i & LAST;
  const i1 = i + 1 & LAST;
  const j0 = (j & LAST) << 5;
  const j1 = (j + 1 & LAST) << 5;
  const k0 = (k & LAST) << 10;
  const k1 = (k + 1 & LAST) << 10;
  const near = mix(mix(scalar[k0 + j0 + i0], scalar[k0 + j0 + i1], u), mix(scalar[k0 + j1 + i0], scalar[k0 + j1 + i1], u), v);
  const far = mix(mix(scalar[k1 + j0 + i0], scalar[k1 + j0 + i1], u), mix(scalar[k1 + j1 + i0], scalar[k1 + j1 + i1], u), v);
  return near + (far - near) * w;
}
var vectors = lattice(11, 3);
function vectorNoise(out3, x, y, z) {
  const i = Math.floor(x);
  const j = Math.floor(y);
  const k = Math.floor(z);
  const u = x - i;
  const v = y - j;
  const w = z - k;
  out3[0] = out3[1] = out3[2] = 0;
  for (let corner = 0; corner < 8; corner++) {
    const a = corner & 1;
    const b = corner >> 1 & 1;
    const c = corner >> 2;
    const share = (a ? u : 1 - u) * (b ? v : 1 - v) * (c ? w : 1 - w);
    const o = 3 * (((k + c & LAST) << 10) + ((j + b & LAST) << 5) + (i + a & LAST));
    out3[0] += share * vectors[o];
    out3[1] += share * vectors[o + 1];
    out3[2] += share * vectors[o + 2];
  }
}

// core/src/figure/hairline.ts
var LINE = [
  [6, 9.2],
  [4.6, 8.7],
  [4, 8.3],
  [2.5, 7.3],
  [1.4, 5.8],
  [0.6, 3.6],
  [-0.4, 1.4],
  [-1.6, 0.6],
  [-2.2, 3.4],
  [-4.6, 3.2],
  [-5.4, -0.5],
  [-6.4, -4.6],
  [-9, -6.2],
  [-30, -6.4]
];
function overHairline(x, y, z, shift) {
  let line = 9.2;
  for (let i = 1; i < LINE.length; i++) {
    const [z0, y0] = LINE[i - 1];
    const [z1, y1] = LINE[i];
    if (z <= z0 && z >= z1) {
      line = mix(y0, y1, (z0 - z) / (z0 - z1));
      break;
    }
  }
  return y - line - shift - 0.35 * noise(x * 0.9, z * 0.9, 3) + 0.3 * Math.exp(-x * x / 1.5) * (z > 3 ? 1 : 0);
}

// core/src/figure/mesh.ts
function subdivideFaces(face, vertices) {
  const faces = face.length / 3;
  const edges = /* @__PURE__ */ new Map();
  const most = face.length;
  const endA = new Int32Array(most);
  const endB = new Int32Array(most);
  const oppositeA = new Int32Array(most);
  const oppositeB = new Int32Array(most).fill(-1);
  const edgeOf = new Uint32Array(3 * faces);
  let count = 0;
  for (let i = 0; i < faces; i++)
    for (let k = 0; k < 3; k++) {
      const a = face[3 * i + k];
      const b = face[3 * i + (k + 1) % 3];
      const c = face[3 * i + (k + 2) % 3];
      const key2 = a < b ? a * vertices + b : b * vertices + a;
      let e = edges.get(key2);
      if (e === void 0) {
        e = count++;
        edges.set(key2, e);
        endA[e] = a;
        endB[e] = b;
        oppositeA[e] = c;
      } else oppositeB[e] = c;
      edgeOf[3 * i + k] = e;
    }
  const finer = new Uint32Array(12 * faces);
  for (let i = 0; i < faces; i++) {
    const [a, b, c] = [face[3 * i], face[3 * i + 1], face[3 * i + 2]];
    const [x, y, z] = [vertices + edgeOf[3 * i], vertices + edgeOf[3 * i + 1], vertices + edgeOf[3 * i + 2]];
    finer.set([a, x, z, x, b, y, z, y, c, x, y, z], 12 * i);
  }
  const cut2 = (list) => list.slice(0, count);
  return {
    face: finer,
    vertices: vertices + count,
    old: vertices,
    endA: cut2(endA),
    endB: cut2(endB),
    oppositeA: cut2(oppositeA),
    oppositeB: cut2(oppositeB)
  };
}
function midpointValues({ vertices, old, endA, endB }, values, size = 1) {
  const out3 = new Float32Array(size * vertices);
  out3.set(values);
  for (let e = 0; e < endA.length; e++)
    for (let k = 0; k < size; k++)
      out3[size * (old + e) + k] = 0.5 * (values[size * endA[e] + k] + values[size * endB[e] + k]);
  return out3;
}
function vertexNormals({ position: p, face }) {
  const n = new Float32Array(p.length);
  for (let i = 0; i < face.length; i += 3) {
    const a = 3 * face[i];
    const b = 3 * face[i + 1];
    const c = 3 * face[i + 2];
    const ux = p[b] - p[a];
    const uy = p[b + 1] - p[a + 1];
    const uz = p[b + 2] - p[a + 2];
    const vx = p[c] - p[a];
    const vy = p[c + 1] - p[a + 1];
    const vz = p[c + 2] - p[a + 2];
    const x = uy * vz - uz * vy;
    const y = uz * vx - ux * vz;
    const z = ux * vy - uy * vx;
    for (let k = 0; k < 3; k++) {
      const q = k === 0 ? a : k === 1 ? b : c;
      n[q] += x;
      n[q + 1] += y;
      n[q + 2] += z;
    }
  }
  for (let q = 0; q < n.length; q += 3) {
    const l = Math.sqrt(n[q] ** 2 + n[q + 1] ** 2 + n[q + 2] ** 2) || 1;
    n[q] /= l;
    n[q + 1] /= l;
    n[q + 2] /= l;
  }
  return n;
}
function neighboursOf(face, vertices) {
  const row = new Uint32Array(vertices + 1);
  for (let i = 0; i < face.length; i++) row[face[i] + 1]++;
  for (let v = 0; v < vertices; v++) row[v + 1] += row[v];
  const column = new Uint32Array(face.length);
  const at2 = row.slice();
  for (let i = 0; i < face.length; i += 3) for (let k = 0; k < 3; k++) column[at2[face[i + k]]++] = face[i + (k + 1) % 3];
  return { row, column };
}
function joined(meshes) {
  const vertices = meshes.reduce((n, { position: position2 }) => n + position2.length / 3, 0);
  const corners = meshes.reduce((n, { face: face2 }) => n + face2.length, 0);
  const position = new Float32Array(3 * vertices);
  const face = new Uint32Array(corners);
  let v = 0;
  let f = 0;
  for (const mesh of meshes) {
    position.set(mesh.position, 3 * v);
    for (let i = 0; i < mesh.face.length; i++) face[f + i] = mesh.face[i] + v;
    v += mesh.position.length / 3;
    f += mesh.face.length;
  }
  return { position, face };
}

// core/src/figure/make/shapes.ts
function join(a, b, k) {
  const h = Math.max(k - Math.abs(a - b), 0) / k;
  return Math.min(a, b) - h * h * k * 0.25;
}
function ball(x, y, z, a, b, c) {
  const k0 = norm(x / a, y / b, z / c);
  const k1 = norm(x / (a * a), y / (b * b), z / (c * c));
  return k1 > 0 ? k0 * (k0 - 1) / k1 : -Math.min(a, b, c);
}
function cone(x, y, z, a, b, ra, rb) {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const dz = b[2] - a[2];
  const t2 = clamp(((x - a[0]) * dx + (y - a[1]) * dy + (z - a[2]) * dz) / (dx * dx + dy * dy + dz * dz));
  return norm(x - a[0] - t2 * dx, y - a[1] - t2 * dy, z - a[2] - t2 * dz) - mix(ra, rb, t2);
}
function box(x, y, z, hx, hy, hz, r) {
  const qx = Math.abs(x) - hx + r;
  const qy = Math.abs(y) - hy + r;
  const qz = Math.abs(z) - hz + r;
  return norm(Math.max(qx, 0), Math.max(qy, 0), Math.max(qz, 0)) + Math.min(Math.max(qx, qy, qz), 0) - r;
}
function cylinder(x, y, z, radius, half, r) {
  const qr = Math.sqrt(x * x + z * z) - radius + r;
  const qy = Math.abs(y) - half + r;
  return norm(Math.max(qr, 0), Math.max(qy, 0)) + Math.min(Math.max(qr, qy), 0) - r;
}
function slopeOf(field, x, y, z, e = 0.1) {
  const gx = field(x + e, y, z) - field(x - e, y, z);
  const gy = field(x, y + e, z) - field(x, y - e, z);
  const gz = field(x, y, z + e) - field(x, y, z - e);
  const l = norm(gx, gy, gz) || 1;
  return [gx / l, gy / l, gz / l];
}

// core/src/figure/make/body.ts
var GARMENTS = ["sweater", "shirt", "jacket", "fencing", "coat", "apron"];
var CUTS = {
  sweater: { thick: 0.55, folds: 0.5, seed: 57, skirt: 0 },
  shirt: { thick: 0.35, folds: 0.66, seed: 31, skirt: 0 },
  jacket: { thick: 0.6, folds: 0.55, seed: 83, skirt: 0 },
  fencing: { thick: 0.75, folds: 0.5, seed: 119, skirt: 0.4 },
  coat: { thick: 1.1, folds: 0.6, seed: 43, skirt: 3.2 },
  apron: { thick: 0.45, folds: 0.6, seed: 71, skirt: 0.6 }
};
function upperBody(x, y0, z) {
  const m = Math.sqrt(x * x + 1);
  const y = y0 - 1.2;
  let d = cone(m, y, z, [2.5, -15.2, -7.2], [13.6, -21.6, -6.6], 3.5, 3.5);
  d = join(d, ball(m - 15.2, y + 25.8, z + 6, 4.9, 6.6, 5.3), 4);
  d = join(d, ball(x, y + 40, z + 5.5, 16.4, 23, 9.8), 6);
  d = join(d, ball(m - 7, y + 34, z, 8.5, 8, 4.8), 6);
  return join(d, cone(m, y, z, [16.6, -30, -6], [19.2, -58.5, -4.4], 4.4, 3.8), 3.4);
}

// core/src/figure/make/collar.ts
function strip(columns, rows, closed2, at2) {
  const across = closed2 ? columns : columns + 1;
  const position = [];
  const face = [];
  for (let j = 0; j < rows; j++) for (let i = 0; i < across; i++) position.push(...at2(i, j));
  for (let j = 0; j + 1 < rows; j++)
    for (let i = 0; i < columns; i++) {
      const a = j * across + i;
      const b = j * across + (i + 1) % across;
      face.push(a, b, b + across, a, b + across, a + across);
    }
  return { position: Float32Array.from(position), face: Uint32Array.from(face) };
}
var SHIRT = { radius: 5.92, high: 3.3, dip: 0.75, roll: 0.27, leaf: 4, points: 1.9, spread: 0.36 };
var SHIRT_BAND = { radius: 5.86, high: 2.85, dip: 0.72, roll: 0.09, leaf: 0, points: 0, spread: 0 };
var STAND = { radius: 5.7, high: 4.1, dip: 0.5, roll: 0.16, leaf: 0, points: 0, spread: 0 };
var FENCING = { radius: 5.75, high: 4.6, dip: 0.9, roll: 0.3, leaf: 0, points: 0, spread: 0 };
var COAT = { radius: 6.7, high: 4.3, dip: 1.3, roll: 0.5, leaf: 6, points: 3.6, spread: 0.62 };
function rowsOf({ leaf }, fine) {
  const run = (part, n, from = 1) => Array.from({ length: n + 1 - from }, (_, i) => [part, (i + from) / n]);
  if (!fine) return [...run(0, 2, 0), ...run(1, 2), ...run(2, leaf ? 6 : 4)];
  return [...run(0, 6, 0), ...run(1, 5), ...run(2, leaf ? 16 : 9), ...leaf ? run(3, 3) : []];
}
function cutCollar(cut2, fine, thick) {
  const columns = fine ? 180 : 60;
  const rows = rowsOf(cut2, fine);
  const { leaf, roll } = cut2;
  return strip(columns, rows.length, false, (i, j) => {
    const [part, t2] = rows[j];
    const u = i / columns;
    const fall = part === 2 ? t2 : part > 2 ? 1 : 0;
    const ends = -0.042 + (leaf ? 0.09 * Math.min(1, 8 * fall) + cut2.spread * fall : 0);
    const ph = Math.PI / 2 + ends + u * (2 * Math.PI - 2 * ends);
    const front = Math.max(0, Math.sin(ph));
    const high = cut2.high - cut2.dip * front;
    const uneven = 0.07 * Math.sin(3 * ph + 1) + 0.05 * Math.sin(7 * ph + 2);
    let out3;
    let y;
    if (part === 0) {
      out3 = -roll + 0.15 * (1 - t2);
      y = -3.4 + (3.4 + high) * t2;
    } else if (part === 1) {
      out3 = -roll * Math.cos(Math.PI * t2);
      y = high + roll * Math.sin(Math.PI * t2);
    } else if (!leaf) {
      out3 = roll + 0.2 * t2;
      y = high - (high + 3.2) * t2;
    } else {
      const d = (part === 2 ? t2 : 1) * (leaf + cut2.points * smooth(0.62, 1, Math.abs(2 * u - 1)) ** 1.5);
      const turned = part === 3 ? t2 : 0;
      out3 = roll + 0.36 * d + 0.055 * d * d * (1 - 0.3 * front) - 0.14 * Math.sin(Math.PI * Math.min(1, d / 3)) - 0.2 * turned;
      y = high - d * 0.86;
    }
    const over = 0.16 * smooth(0.95, 0.985, u) * (!leaf || part < 2 ? 1 : 0);
    const R2 = cut2.radius + out3 + 0.6 * uneven * (part < 2 ? 0.4 : 1) + over;
    const z = R2 * Math.sin(ph);
    const place = [R2 * 1.05 * Math.cos(ph), -16 + y - 0.24 * z + 0.25 * uneven, -6.5 + z];
    if (part === 2 && !leaf && t2 > 0.35) return laid(place, thick + 0.2 - 0.12 * t2);
    return part >= 2 && leaf ? laid(place, 0.95 + (part === 3 ? -0.24 * t2 : 0) + 0.12 * Math.sin(5 * ph)) : place;
  });
}
function laid(place, over) {
  let q = place;
  for (let k = 0; k < 3; k++) {
    const d = upperBody(...q);
    if (d >= over) break;
    const g = slopeOf(upperBody, ...q);
    q = [q[0] + (over - d) * g[0], q[1] + (over - d) * g[1], q[2] + (over - d) * g[2]];
  }
  return q;
}
function ribbed(fine) {
  const columns = fine ? 200 : 60;
  const rows = fine ? 23 : 9;
  return strip(columns, rows, true, (i, j) => {
    const ph = 2 * Math.PI * i / columns;
    const t2 = j / (rows - 1) * 2 - 1;
    const a = clamp((t2 + 0.3) / 0.6) * Math.PI;
    const r = 0.28;
    const uneven = 0.12 * Math.sin(3 * ph + 1) + 0.08 * Math.sin(5 * ph);
    const out3 = -Math.cos(a) * r + (t2 > 0.3 ? (t2 - 0.3) * 1.9 : 0);
    const y = Math.sin(a) * r - (t2 > 0.3 ? (t2 - 0.3) * 3.5 : t2 < -0.3 ? (-0.3 - t2) * 3.1 : 0);
    const R2 = 5.95 + out3 + 0.15 * uneven;
    const x = R2 * 1.06 * Math.cos(ph);
    const z = R2 * Math.sin(ph);
    return [x, -13.9 + y - 0.2 * z + (z < 0 ? 0.05 * z : 0) + 0.2 * uneven + 0.03 * x * x, -6.6 + z];
  });
}
function makeCollars(garment, fine) {
  const { thick } = CUTS[garment];
  switch (garment) {
    case "sweater":
      return [ribbed(fine)];
    case "shirt":
    case "apron":
      return [cutCollar(SHIRT, fine, thick), cutCollar(SHIRT_BAND, fine, thick)];
    case "jacket":
      return [cutCollar(STAND, fine, thick)];
    case "fencing":
      return [cutCollar(FENCING, fine, thick)];
    case "coat":
      return [cutCollar(COAT, fine, thick), cutCollar(STAND, fine, thick)];
  }
}

// core/src/figure/make/ear.ts
function makeEar(side, fine) {
  const round = fine ? 64 : 28;
  const rings = fine ? 28 : 12;
  const position = [];
  const thin = [];
  const face = [];
  const middle = [7.2, 0.7, -3.4];
  const up = [0.08, 0.975, -0.2];
  const flare = 0.52;
  const back = [Math.sin(flare), 0.15, -Math.cos(flare)];
  const out3 = [Math.cos(flare), 0, Math.sin(flare)];
  for (let j = 0; j <= rings; j++)
    for (let i = 0; i < round; i++) {
      const a = 2 * Math.PI * i / round;
      const { r, reach, height, through } = plate(a, j / rings);
      for (let k = 0; k < 3; k++) {
        const v = middle[k] + reach * Math.cos(a) * up[k] + reach * Math.sin(a) * back[k] * 0.85 + height * out3[k];
        position.push(k === 0 ? side * v : v);
      }
      thin.push(r > 0 ? through : 0);
    }
  for (let j = 0; j < rings; j++)
    for (let i = 0; i < round; i++) {
      const a = j * round + i;
      const b = j * round + (i + 1) % round;
      const faces = [a, b, b + round, a, b + round, a + round];
      face.push(...side < 0 ? faces.reverse() : faces);
    }
  return { position: Float32Array.from(position), face: Uint32Array.from(face), thin: Float32Array.from(thin) };
}
function plate(a, w) {
  const side = Math.sin(a);
  const top = Math.cos(a);
  const wide = (side > 0 ? 1.95 : 1.15) * (1 + 0.2 * top + 0.05 * Math.cos(2 * a));
  const tall = top > 0 ? 3.05 : 2.85;
  const e = 2.35;
  const R2 = 1 / (Math.abs(top / tall) ** e + Math.abs(side / wide) ** e) ** (1 / e);
  const r = w <= 0.8 ? w / 0.8 : 1 - 0.12 * ((w - 0.8) / 0.2);
  const roll = w > 0.8 ? (w - 0.8) / 0.2 : 0;
  const rear = smooth(-0.6, 0.1, side);
  const lobe3 = smooth(-0.62, -0.9, top);
  const rim = Math.max(rear, smooth(0.2, 0.6, top)) * (1 - lobe3);
  const fork = smooth(0.5, 0.85, top);
  let height = 0.42 * r * r;
  height += 0.36 * bell(r - 0.92, 0.085) * rim - 0.26 * bell(r - 0.78, 0.075) * rim;
  height += 0.36 * bell(r - (0.6 + 0.04 * top), 0.1) * rear * (1 - lobe3) * (1 - 0.5 * fork);
  height += 0.16 * fork * (bell(r - 0.68, 0.06) + bell(r - 0.44, 0.07)) * rear;
  height -= 0.95 * bell(r, 0.36) * smooth(0.9, 0.1, top);
  height += 0.3 * bell(r - 0.42, 0.12) * bell(a - 2.55, 0.4) + 0.62 * bell(r - 0.5, 0.17) * bell(a - 4.62, 0.42);
  height += 0.22 * lobe3 * smooth(0.3, 0.8, r) * smooth(1.02, 0.8, r);
  height -= 0.42 * roll * (0.6 + 0.4 * roll);
  const through = smooth(0.25, 0.6, r) * (1 - 0.45 * rim * bell(r - 0.93, 0.08)) * smooth(-1, -0.1, side) * (1 - 0.25 * lobe3);
  return { r, reach: R2 * r, height, through };
}

// core/src/figure/make/eye.ts
var ROUND = 56;
var RINGS = 26;
function makeEyeball({ x, y, z, radius }) {
  const position = [];
  const face = [];
  for (let j = 0; j <= RINGS; j++)
    for (let i = 0; i < ROUND; i++) {
      const th = 1.75 * j / RINGS;
      const ph = 2 * Math.PI * i / ROUND;
      const r = radius + 0.09 * smooth(0.52, 0.25, th);
      position.push(x + r * Math.sin(th) * Math.cos(ph), y + r * Math.sin(th) * Math.sin(ph), z + r * Math.cos(th));
    }
  for (let j = 0; j < RINGS; j++)
    for (let i = 0; i < ROUND; i++) {
      const a = j * ROUND + i;
      const b = j * ROUND + (i + 1) % ROUND;
      face.push(a, a + ROUND, b + ROUND, a, b + ROUND, b);
    }
  return { position: Float32Array.from(position), face: Uint32Array.from(face) };
}

// core/src/figure/scatter.ts
function scatter({ position: p, face }, normal, count, next, keep, use) {
  const faces = face.length / 3;
  const sum2 = new Float64Array(faces + 1);
  for (let t3 = 0; t3 < faces; t3++) {
    const a = 3 * face[3 * t3];
    const b = 3 * face[3 * t3 + 1];
    const c = 3 * face[3 * t3 + 2];
    let area = 0;
    if (keep((p[a] + p[b] + p[c]) / 3, (p[a + 1] + p[b + 1] + p[c + 1]) / 3, (p[a + 2] + p[b + 2] + p[c + 2]) / 3, a / 3)) {
      const [ux, uy, uz] = [p[b] - p[a], p[b + 1] - p[a + 1], p[b + 2] - p[a + 2]];
      const [vx, vy, vz] = [p[c] - p[a], p[c + 1] - p[a + 1], p[c + 2] - p[a + 2]];
      area = norm(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx);
    }
    sum2[t3 + 1] = sum2[t3] + area;
  }
  const total = sum2[faces];
  if (!(total > 0)) return;
  const root = { x: 0, y: 0, z: 0, nx: 0, ny: 0, nz: 0, vertex: 0 };
  let t2 = 0;
  for (let i = 0; i < count; i++) {
    const r = (i + next()) / count * total;
    while (t2 < faces - 1 && sum2[t2 + 1] <= r) t2++;
    let u = next();
    let v = next();
    if (u + v > 1) {
      u = 1 - u;
      v = 1 - v;
    }
    const w = 1 - u - v;
    const a = 3 * face[3 * t2];
    const b = 3 * face[3 * t2 + 1];
    const c = 3 * face[3 * t2 + 2];
    root.x = w * p[a] + u * p[b] + v * p[c];
    root.y = w * p[a + 1] + u * p[b + 1] + v * p[c + 1];
    root.z = w * p[a + 2] + u * p[b + 2] + v * p[c + 2];
    root.nx = w * normal[a] + u * normal[b] + v * normal[c];
    root.ny = w * normal[a + 1] + u * normal[b + 1] + v * normal[c + 1];
    root.nz = w * normal[a + 2] + u * normal[b + 2] + v * normal[c + 2];
    root.vertex = a / 3;
    use(root);
  }
}

// core/src/figure/make/hair.ts
var GROWS_FROM = {
  long: [0.02, -4.5],
  curls: [0.05, -5],
  short: [0.12, -5.5],
  none: [99, 99]
};

// core/src/figure/make/person.ts
var HAIR = {
  kind: "short",
  strands: 2e4,
  guides: 1300,
  width: 0.03,
  clump: 0.4,
  tip: 0.25,
  fly: 0.01,
  mottle: 0.2,
  ends: 0,
  grey: 0,
  part: 1.6,
  volume: 0.85,
  back: 1.2,
  end: -15.5,
  wave: 0.5,
  bend: 0.8,
  side: 0.55,
  top: 2.6,
  liftSide: 0.3,
  liftTop: 0.75,
  curl: 0.5
};
var AVERAGE = {
  neck: 1,
  larynx: 0.8,
  shoulders: 1,
  jaw: 1,
  chin: 0.2,
  chinNarrow: 0,
  nose: 1,
  bridge: 0,
  tip: 0.3,
  lips: 1,
  eye: 1.5,
  short: 0.2,
  hairline: 0,
  brow: 0,
  cheek: 0,
  lid: 1,
  smile: 0.1,
  age: 0,
  beard: 0,
  beardLong: 0,
  browThick: 1,
  browDense: 1.6,
  browWidth: 0.5,
  lash: 0.5,
  lashDense: 0.65,
  lashWidth: 0.011,
  hair: HAIR
};
var PEOPLE = {
  long: {
    ...AVERAGE,
    neck: 0.86,
    larynx: 0.35,
    shoulders: 0.86,
    jaw: 0.89,
    chin: 0.1,
    chinNarrow: 0.3,
    nose: 0.9,
    bridge: 0.06,
    tip: 0.35,
    lips: 1.02,
    eye: 1.6,
    short: 0.5,
    hairline: -0.7,
    brow: -0.12,
    cheek: 0.2,
    smile: 0.16,
    browThick: 0.8,
    browDense: 1.25,
    browWidth: 0.42,
    lash: 0.62,
    lashDense: 0.72,
    hair: { ...HAIR, kind: "long", strands: 26e3, guides: 1700, width: 0.042, clump: 0.6, tip: 0.14, mottle: 0.3, ends: 0.5 }
  },
  cropped: {
    ...AVERAGE,
    neck: 1.06,
    larynx: 1.3,
    shoulders: 1.03,
    jaw: 1.03,
    chin: 0.3,
    nose: 1.2,
    bridge: -0.06,
    lips: 1.3,
    short: 0.1,
    hairline: -0.3,
    brow: 0.2,
    cheek: 0.05,
    lid: 0.8,
    beard: 1,
    browThick: 1.3,
    browDense: 2.2,
    browWidth: 0.55,
    lashDense: 0.6,
    hair: { ...HAIR, kind: "short", strands: 3e4, guides: 1300, width: 0.026, clump: 0.36, mottle: 0.12 }
  },
  beard: {
    ...AVERAGE,
    neck: 1.06,
    larynx: 1.1,
    shoulders: 1,
    jaw: 1.05,
    chin: 0.25,
    nose: 1.14,
    bridge: 0.22,
    tip: 0.1,
    lips: 0.78,
    eye: 1.38,
    short: 0,
    hairline: 0.75,
    brow: 0.3,
    cheek: -0.05,
    lid: 1.5,
    smile: 0.06,
    age: 1,
    beard: 1,
    beardLong: 1,
    browThick: 1.35,
    browDense: 1.9,
    lash: 0.42,
    lashDense: 0.5,
    lashWidth: 0.01,
    hair: {
      ...HAIR,
      kind: "short",
      strands: 24e3,
      guides: 1500,
      width: 0.027,
      clump: 0.5,
      mottle: 0.25,
      grey: 0.6,
      side: 1.1,
      top: 3.6,
      liftTop: 0.6,
      curl: 0.9
    }
  },
  curls: {
    ...AVERAGE,
    neck: 0.9,
    larynx: 0.4,
    shoulders: 0.88,
    jaw: 0.94,
    chin: 0.15,
    chinNarrow: 0.2,
    nose: 1.16,
    bridge: -0.1,
    tip: 0.3,
    lips: 1.32,
    eye: 1.58,
    short: 0.35,
    hairline: -0.4,
    brow: -0.05,
    cheek: 0.3,
    lid: 1.1,
    smile: 0.2,
    browThick: 0.95,
    browDense: 1.7,
    browWidth: 0.45,
    lash: 0.6,
    lashDense: 0.75,
    hair: {
      ...HAIR,
      kind: "curls",
      strands: 24e3,
      guides: 1700,
      width: 0.034,
      clump: 0.55,
      side: 6.5,
      top: 8.5,
      liftSide: 0.75,
      liftTop: 0.8,
      curl: 1.1,
      tip: 0.3
    }
  },
  bald: {
    ...AVERAGE,
    neck: 1.14,
    larynx: 1,
    shoulders: 1.08,
    jaw: 1.1,
    chin: 0.35,
    nose: 1.25,
    bridge: 0.05,
    tip: 0.15,
    lips: 1.05,
    eye: 1.42,
    short: 0.05,
    brow: 0.25,
    cheek: 0.15,
    lid: 1.3,
    smile: 0.14,
    age: 0.45,
    beard: 1,
    browThick: 1.1,
    browDense: 1.6,
    lash: 0.45,
    lashDense: 0.5,
    hair: { ...HAIR, kind: "none", strands: 0, guides: 0 }
  }
};

// core/src/figure/pose.ts
var [HEAD_FROM, BODY_FROM] = [-7, -17];
var [PIVOT_Y, PIVOT_Z] = [-12, -6];
var STEPS = 24;
function posing({ headYaw, headRoll, nod, bodyYaw }) {
  const rows = new Float64Array(9 * (STEPS + 1));
  for (let s = 0; s <= STEPS; s++) {
    const w = s / STEPS;
    const a = bodyYaw + (headYaw - bodyYaw) * w;
    const [ca, sa] = [Math.cos(a), Math.sin(a)];
    const [cr, sr] = [Math.cos(headRoll * w), Math.sin(headRoll * w)];
    const [cb, sb] = [Math.cos(nod * w), Math.sin(nod * w)];
    const nodRoll = [cr, -sr * cb, sr * sb, sr, cr * cb, -cr * sb, 0, sb, cb];
    for (let c = 0; c < 3; c++) {
      const [x, y, z] = [nodRoll[c], nodRoll[3 + c], nodRoll[6 + c]];
      rows[9 * s + c] = ca * x + sa * z;
      rows[9 * s + 3 + c] = y;
      rows[9 * s + 6 + c] = -sa * x + ca * z;
    }
  }
  return { rows };
}
function rowAt(y) {
  const t2 = (y - BODY_FROM) / (HEAD_FROM - BODY_FROM);
  const k = t2 <= 0 ? 0 : t2 >= 1 ? 1 : t2 * t2 * (3 - 2 * t2);
  return 9 * Math.round(k * STEPS);
}
function posed({ rows }, rest, scale) {
  const out3 = new Float32Array(rest.length);
  for (let i = 0; i < rest.length; i += 3) {
    const y = rest[i + 1];
    const t2 = (y - BODY_FROM) / (HEAD_FROM - BODY_FROM);
    const k = (t2 <= 0 ? 0 : t2 >= 1 ? 1 : t2 * t2 * (3 - 2 * t2)) * STEPS;
    const s = Math.min(STEPS - 1, k | 0);
    const f = k - s;
    const [X, Y5, Z] = [rest[i], y - PIVOT_Y, rest[i + 2] - PIVOT_Z];
    for (let c = 0; c < 3; c++) {
      const r = 9 * s + 3 * c;
      const low = rows[r] * X + rows[r + 1] * Y5 + rows[r + 2] * Z;
      const v = f > 0 ? low + f * (rows[r + 9] * X + rows[r + 10] * Y5 + rows[r + 11] * Z - low) : low;
      out3[i + c] = scale * (v + (c === 1 ? PIVOT_Y : c === 2 ? PIVOT_Z : 0));
    }
  }
  return out3;
}
function unposed({ rows }, out3, x, y, z, dx, dy, dz) {
  const r = rowAt(y);
  const [X, Y5, Z] = [x, y - PIVOT_Y, z - PIVOT_Z];
  for (let c = 0; c < 3; c++) {
    const [a, b, d] = [rows[r + c], rows[r + 3 + c], rows[r + 6 + c]];
    out3[c] = a * X + b * Y5 + d * Z + (c === 1 ? PIVOT_Y : c === 2 ? PIVOT_Z : 0);
    out3[3 + c] = a * dx + b * dy + d * dz;
  }
}

// core/src/figure/shape.ts
var SUBJECT_FORMS = ["person", "seated", "bottle", "kettle"];
var PERSON_IDS = Object.keys(PEOPLE);
var GARMENT_IDS = GARMENTS;
var HEADWEAR = ["none", "hat", "cap"];
function isPerson({ form }) {
  return form === "person" || form === "seated";
}
function partsOf({ form, person, garment, headwear, sunglasses }) {
  if (form === "bottle" || form === "kettle") return [form];
  const body = `body-${form === "seated" ? "seated" : "standing"}-${garment}`;
  return [`head-${person}`, body, ...headwear === "none" ? [] : [headwear], ...sunglasses ? ["lens"] : []];
}
function shapeKey(shape) {
  return `${partsOf(shape).join(" ")}${isPerson(shape) ? ` ${shape.headTurnDeg}` : ""}`;
}
function tableOf({ form }) {
  if (form === "bottle") return { topM: -0.058, halfWidthM: 0.6, halfDepthM: 0.35 };
  if (form === "kettle") return { topM: -0.09, halfWidthM: 0.8, halfDepthM: 0.45 };
  return null;
}
function overMiddle({ form }) {
  return form === "seated" ? 0.62 : form === "person" ? 0.2 : 0;
}

// core/src/figure/make/face-lines.ts
var BROWS = {
  right: { low: [285, 295, 282, 283, 276], high: [336, 296, 334, 293, 300] },
  left: { low: [55, 65, 52, 53, 46], high: [107, 66, 105, 63, 70] }
};
var LASH_LINES = {
  right: { upper: [362, 398, 384, 385, 386, 387, 388, 466, 263], lower: [382, 381, 380, 374, 373, 390, 249, 263] },
  left: { upper: [133, 173, 157, 158, 159, 160, 161, 246, 33], lower: [155, 154, 153, 145, 144, 163, 7, 33] }
};

// core/src/figure/strands.ts
var STRAND = { hair: 0, brow: 1, down: 2, fuzz: 3 };
var StrandList = class {
  n = 0;
  place = new Float32Array(3 << 16);
  width = new Float32Array(1 << 16);
  tint = new Float32Array(1 << 16);
  open = new Float32Array(1 << 16);
  kind = new Uint8Array(1 << 16);
  start = [0];
  /** Adds a strand of `points`, x, y, z each; it thins towards `tip` of its width. */
  add(points, width, tint, kind, tip, open = 0.8) {
    const m = points.length / 3;
    while (this.n + m > this.width.length) this.grow();
    for (let i = 0; i < m; i++) {
      const o = this.n++;
      const t2 = i / (m - 1);
      const late = t2 > 0.4 ? (t2 - 0.4) / 0.6 : 0;
      this.place[3 * o] = points[3 * i];
      this.place[3 * o + 1] = points[3 * i + 1];
      this.place[3 * o + 2] = points[3 * i + 2];
      this.width[o] = width * (1 + (tip - 1) * late * Math.sqrt(late)) * (kind === STRAND.hair && i < 1 ? 0.65 : 1);
      this.tint[o] = tint;
      this.kind[o] = kind;
      this.open[o] = typeof open === "number" ? open : open(i);
    }
    this.start.push(this.n);
  }
  /** Multiplies the colour of the strand added last, point by point. */
  shadeLast(by) {
    for (let i = this.start[this.start.length - 2]; i < this.n; i++) this.tint[i] *= by(this.place[3 * i + 1]);
  }
  grow() {
    const larger = (a) => {
      const b = new Float32Array(2 * a.length);
      b.set(a);
      return b;
    };
    this.place = larger(this.place);
    this.width = larger(this.width);
    this.tint = larger(this.tint);
    this.open = larger(this.open);
    const kind = new Uint8Array(2 * this.kind.length);
    kind.set(this.kind);
    this.kind = kind;
  }
  done() {
    const { n } = this;
    return {
      place: this.place.slice(0, 3 * n),
      start: Uint32Array.from(this.start),
      width: this.width.slice(0, n),
      tint: this.tint.slice(0, n),
      kind: this.kind.slice(0, n),
      open: this.open.slice(0, n)
    };
  }
};
var CELL = 0.8;
var cellOf = (v) => Math.floor(v / CELL) + 64;
var keyOf = (i, j, k) => (i * 128 + j) * 128 + k;
function rootsOf({ place, points, count }) {
  const roots = /* @__PURE__ */ new Map();
  for (let g = 0; g < count; g++) {
    const q = 3 * g * points;
    const key2 = keyOf(cellOf(place[q]), cellOf(place[q + 1]), cellOf(place[q + 2]));
    const list = roots.get(key2);
    if (list) list.push(g);
    else roots.set(key2, [g]);
  }
  return roots;
}
function growStrands(out3, growth) {
  const { guides, guideOpen, style, strandKind } = growth;
  const { points, place: G, side } = guides;
  if (guides.count === 0) return;
  const next = random(growth.seed);
  const roots = rootsOf(guides);
  const long = style.kind === "long";
  const best = [-1, -1, -1];
  const away = [0, 0, 0];
  const strand = new Float32Array(3 * points);
  const share = [0, 0, 0];
  scatter(growth.mesh, growth.normal, growth.count, next, growth.keep, (root) => {
    const { x, y, z } = root;
    const edge2 = strandKind === STRAND.hair ? smooth(0, 0.9, overHairline(x, y, z, growth.hairline)) : 1;
    if (next() > 0.35 + 0.65 * edge2) return;
    best.fill(-1);
    away.fill(1e9);
    const [ci, cj, ck] = [cellOf(x), cellOf(y), cellOf(z)];
    for (let c = 0; c < 27; c++) {
      const near = roots.get(keyOf(ci + c % 3 - 1, cj + (c / 3 | 0) % 3 - 1, ck + (c / 9 | 0) - 1));
      if (!near) continue;
      for (const g of near) {
        const q = 3 * g * points;
        const d = (G[q] - x) ** 2 + (G[q + 1] - y) ** 2 + (G[q + 2] - z) ** 2 + 0.02 * next();
        for (let k = 0; k < 3; k++)
          if (d < away[k]) {
            for (let m = 2; m > k; m--) {
              away[m] = away[m - 1];
              best[m] = best[m - 1];
            }
            away[k] = d;
            best[k] = g;
            break;
          }
      }
    }
    const first = best[0];
    if (first < 0) return;
    let total = 0;
    for (let k = 0; k < 3; k++) {
      const g = best[k];
      share[k] = g >= 0 && side[g] === side[first] ? 1 / (away[k] + 0.03) : 0;
      total += share[k];
    }
    const fly = next() < style.fly;
    const upTo = fly ? long ? 0.12 + 0.4 * next() : 0.5 + 0.5 * next() : next() < 0.2 ? 0.45 + 0.5 * next() : 1 - 0.18 * next();
    const clump = clamp(style.clump * (0.6 + 0.8 * next()));
    const [o0, o1, o2] = [next() - 0.5, next() - 0.5, next() - 0.5];
    const phase = 6.28 * next();
    const loose = (long ? 0.22 : style.kind === "curls" ? 0.4 : 0.1) * (0.4 + 0.9 * next());
    const wild = next() ** 2;
    const q0 = 3 * first * points;
    const [r0, r1, r2] = [x - G[q0], y - G[q0 + 1], z - G[q0 + 2]];
    let made = 0;
    for (let i = 0; i < points; i++) {
      const t2 = i / (points - 1);
      const s = t2 * upTo * (points - 1);
      const a = Math.min(points - 2, s | 0);
      const f = s - a;
      const c = clump * smooth(0.04, 0.75, t2);
      const spread3 = loose * smooth(0, 0.5, t2);
      let mx = 0;
      let my = 0;
      let mz = 0;
      for (let k = 0; k < 3; k++) {
        if (share[k] === 0) continue;
        const q = 3 * best[k] * points;
        const e2 = q + 3 * a;
        const w = share[k] / total;
        mx += w * (mix(G[e2], G[e2 + 3], f) - G[q]);
        my += w * (mix(G[e2 + 1], G[e2 + 4], f) - G[q + 1]);
        mz += w * (mix(G[e2 + 2], G[e2 + 5], f) - G[q + 2]);
      }
      const e = q0 + 3 * a;
      const ripple = (long ? 0.05 : 0.03) * smooth(0, 0.3, t2);
      const speed = (long ? 7 : 5) * t2;
      let px = mix(x + mx, mix(G[e], G[e + 3], f) + 0.25 * r0, c) + spread3 * o0 + ripple * Math.sin(phase + speed * (1 + o0));
      let py = mix(y + my, mix(G[e + 1], G[e + 4], f) + 0.25 * r1, c) + spread3 * o1 + ripple * Math.sin(phase + speed * (1 + o1) + 2);
      let pz = mix(z + mz, mix(G[e + 2], G[e + 5], f) + 0.25 * r2, c) + spread3 * o2 + ripple * Math.sin(phase + speed * (1 + o2) + 4);
      if (fly) {
        const o = smooth(0.05, 0.6, t2) * (long ? 0.15 + 0.75 * wild : 0.5);
        px += o * (0.25 * root.nx + o0 * 2.2 + 0.3 * Math.sin(phase + 6 * t2));
        py += o * (0.12 * root.ny + o1 * 0.8);
        pz += o * (0.5 * root.nz + o2 * 2 + 0.3 * Math.cos(phase + 5 * t2));
      }
      if (long && py < 6.3 && pz > -1.5 && Math.abs(px) < 6.3 + 0.25 * o0 && t2 > 0.02) break;
      strand[3 * i] = px;
      strand[3 * i + 1] = py;
      strand[3 * i + 2] = pz;
      made = i + 1;
    }
    if (made < 3) return;
    const n3 = noise(x * 1.5, y * 1.5, z * 1.5 + 7);
    const n4 = first * 0.6180339 % 1 - 0.5;
    const grey = style.grey && next() < style.grey * clamp(0.85 + 0.3 * n3 + 0.25 * smooth(8, 2, y)) ? 2.6 + 2 * next() : 1;
    const tint = grey * clamp(1 + style.mottle * (0.7 * n3 + 0.9 * n4) + 0.3 * (next() - 0.5), 0.3, 3);
    const width = style.width * (0.65 + 0.6 * next()) * (0.55 + 0.45 * edge2) * (fly ? 0.7 : 1);
    out3.add(strand.subarray(0, 3 * made), width, tint, strandKind, style.tip, (i) => guideOpen[first * points + i]);
    if (style.ends) out3.shadeLast((h) => 1 + style.ends * smooth(2, -14, h));
  });
}
function addDown(out3, mesh, normal, down, keep) {
  const next = random(down.seed);
  const about = () => next() - 0.5;
  scatter(mesh, normal, down.count, next, keep, ({ x, y, z, nx, ny, nz }) => {
    const l = down.length * (0.5 + next());
    const d = [
      nx * (1 - down.lie) + 0.8 * about(),
      ny * (1 - down.lie) - down.lie + 0.8 * about(),
      nz * (1 - down.lie) + 0.8 * about()
    ];
    const b = [0.6 * about(), 0.6 * about(), 0.6 * about()];
    const points = [];
    for (const s of [0, 0.5, 1])
      points.push(x + l * s * (d[0] + s * b[0]), y + l * s * (d[1] + s * b[1]), z + l * s * (d[2] + s * b[2]));
    out3.add(points, down.width, 1, down.kind, 0.3);
  });
}
function tangents({ place: p, start }) {
  const t2 = new Float32Array(p.length);
  for (let k = 0; k + 1 < start.length; k++)
    for (let i = start[k]; i < start[k + 1]; i++) {
      const a = 3 * Math.max(start[k], i - 1);
      const b = 3 * Math.min(start[k + 1] - 1, i + 1);
      const x = p[b] - p[a];
      const y = p[b + 1] - p[a + 1];
      const z = p[b + 2] - p[a + 2];
      const l = norm(x, y, z) || 1;
      t2[3 * i] = x / l;
      t2[3 * i + 1] = y / l;
      t2[3 * i + 2] = z / l;
    }
  return t2;
}

// core/src/figure/brows.ts
function along(points, t2) {
  const s = clamp(t2) * (points.length - 1);
  const i = Math.min(points.length - 2, Math.floor(s));
  const [a, b] = [points[i], points[i + 1]];
  return [mix(a[0], b[0], s - i), mix(a[1], b[1], s - i), mix(a[2], b[2], s - i)];
}
function addBrow(out3, low, high, side, who, fine, next) {
  const count = Math.round((fine ? 430 : 150) * who.browDense);
  const width = 0.024 * who.browWidth * (fine ? 1 : 1.7);
  for (let i = 0; i < count; i++) {
    const t2 = next() ** 0.9 * 0.87;
    const thick = who.browThick * (0.95 - 0.72 * t2) * (t2 < 0.12 ? 0.7 + 2.5 * t2 : 1);
    const v = clamp(0.5 + (next() + next() + next() - 1.5) * 0.62 * thick - 0.05, -0.05, 1);
    if (next() > thick / who.browThick + 0.1) continue;
    const [a, b] = [along(low, t2), along(high, t2)];
    const p = [mix(a[0], b[0], v), mix(a[1], b[1], v), mix(a[2], b[2], v)];
    const l = norm(p[0], p[1] - 2, p[2] + 3);
    const n = [p[0] / l, (p[1] - 2) / l, (p[2] + 3) / l];
    p[1] += -0.28 - 0.3 * (1 - smooth(0, 0.4, t2)) - 0.08 * smooth(0.6, 1, t2);
    const up = mix(0.8, 0.02, smooth(0, 0.3, t2)) - 0.9 * (v - 0.45);
    const d = [side * mix(0.25, 1, smooth(0, 0.4, t2)), up * 0.8 + 0.1 * (next() - 0.5), -0.45 * smooth(0.3, 1, t2)];
    const L = (0.55 + 0.35 * next()) * mix(0.75, 1, smooth(0, 0.3, t2)) * mix(1, 0.7, t2);
    const points = [];
    for (const s of [0, 0.33, 0.67, 1])
      for (let k = 0; k < 3; k++)
        points.push(
          p[k] - 0.02 * n[k] + L * s * d[k] + n[k] * (0.05 + 0.12 * Math.sin(2.4 * s)) * 0.8 - (k === 1 ? 0.12 * s * s * up : 0)
        );
    out3.add(points, width, 0.8 + 0.4 * next(), STRAND.brow, 0.2);
  }
}
function addLashes(out3, { line, way, count, length, width }, eye, side, next) {
  for (let i = 0; i < count; i++) {
    const t2 = way > 0 ? 0.08 + 0.86 * next() ** 0.8 : 0.2 + 0.8 * next();
    const p = along(line, t2);
    const r = [p[0] - eye.x, p[1] - eye.y, p[2] - eye.z];
    const l = norm(r[0], r[1], r[2]);
    const o = r.map((v) => v / l);
    const L = length * (0.35 + 0.65 * smooth(0, 0.75, t2)) * (0.7 + 0.5 * next());
    const fan = side * clamp(0.95 * (t2 - 0.38) + 0.13 * Math.sin(i * 2.1) + 0.14 * (next() - 0.5), -0.4, 0.6);
    const base = p.map((v, k) => v - 0.03 * o[k] + 0.03 * (next() - 0.5));
    const points = [];
    for (const s of [0, 0.25, 0.5, 0.75, 1])
      points.push(
        base[0] + L * s * (0.35 * o[0] + fan * (0.4 + 0.6 * s)),
        base[1] + way * L * (way > 0 ? -0.22 * s + 0.82 * s * s : 0.25 * s + 0.3 * s * s),
        base[2] + L * s * (way > 0 ? 1.05 - 0.45 * s : 0.75 - 0.2 * s)
      );
    out3.add(points, width, 0.8 + 0.4 * next(), STRAND.brow, 0.1);
  }
}
function addBrowsAndLashes(out3, head, who, fine) {
  const next = random(17);
  const p = head.mesh.position;
  const line = (ids) => ids.map((i) => [p[3 * i], p[3 * i + 1], p[3 * i + 2]]);
  for (const [side, name2] of [
    [1, "right"],
    [-1, "left"]
  ]) {
    addBrow(out3, line(BROWS[name2].low), line(BROWS[name2].high), side, who, fine, next);
    const eye = head.eyes[side > 0 ? 0 : 1];
    const dense = who.lashDense * (fine ? 1 : 0.5);
    const { upper, lower: lower2 } = LASH_LINES[name2];
    const wide = who.lashWidth * (fine ? 1 : 1.6);
    addLashes(
      out3,
      { line: line(upper), way: 1, count: Math.round(105 * dense), length: 0.85 * who.lash, width: wide },
      eye,
      side,
      next
    );
    addLashes(
      out3,
      { line: line(lower2), way: -1, count: Math.round(60 * dense), length: 0.42 * who.lash, width: 0.6 * wide },
      eye,
      side,
      next
    );
  }
}

// core/src/figure/figure.ts
var CM = 0.01;
function fitted(rest, { neck, shoulders }) {
  const out3 = rest.slice();
  for (let i = 0; i < out3.length; i += 3) {
    const high = smooth(-26, -18, out3[i + 1]);
    const w = high * (neck - 1) * 0.75;
    out3[i] *= 1 + w + (1 - high) * (shoulders - 1);
    out3[i + 2] = -6.6 + (out3[i + 2] + 6.6) * (1 + w + (1 - high) * (shoulders - 1) * 0.5);
  }
  return out3;
}
function piecesOf(shape, parts, detail, source2) {
  const pieces = [];
  const addNets = ({ nets: nets2 }, wearer = null) => {
    for (const { name: name2, mesh: mesh2, normal, open } of nets2) {
      const position = wearer ? fitted(mesh2.position, wearer) : mesh2.position;
      pieces.push({
        mesh: { ...mesh2, position },
        normal,
        open,
        surface: surfaceOfNet(name2),
        twoSided: name2 === "hat" || name2 === "cap",
        clear: name2 === "glass"
      });
    }
  };
  if (!isPerson(shape)) {
    for (const name2 of parts) addNets(source2.nets(name2, detail));
    return pieces;
  }
  const head = source2.head(parts[0]);
  const who = PEOPLE[shape.person];
  const fine = detail === "fine" ? source2.headDetail(parts[0]) : null;
  const mesh = fine?.mesh ?? head.mesh;
  pieces.push({
    mesh,
    normal: fine ? vertexNormals(mesh) : head.normal,
    open: (fine ?? head).attributes.open,
    surface: SURFACE.skin,
    twoSided: false
  });
  if (who.hair.kind !== "long")
    [1, -1].forEach((side, k) => {
      const ear = makeEar(side, fine !== null);
      pieces.push({
        mesh: ear,
        normal: vertexNormals(ear),
        open: (fine ?? head).earOpen[k].map((v) => Math.max(0.22, v)),
        surface: SURFACE.skin,
        twoSided: true,
        thin: ear.thin
      });
    });
  for (const eye of head.eyes) {
    const ball2 = makeEyeball(eye);
    pieces.push({
      mesh: ball2,
      normal: vertexNormals(ball2),
      open: new Float32Array(ball2.position.length / 3).fill(0.8),
      surface: SURFACE.eye,
      twoSided: false,
      eye: [eye.x, eye.y, eye.z],
      clear: true
    });
  }
  const body = source2.nets(parts[1], detail);
  addNets(body, who);
  makeCollars(shape.garment, fine !== null).forEach((collar, k) => {
    const position = fitted(collar.position, who);
    const own = { ...collar, position };
    pieces.push({ mesh: own, normal: vertexNormals(own), open: body.collarOpen[k], surface: SURFACE.collar, twoSided: true });
  });
  for (const name2 of parts.slice(2)) addNets(source2.nets(name2, detail));
  return pieces;
}
function poseOf(shape) {
  if (!isPerson(shape)) return posing({ headYaw: 0, headRoll: 0, nod: 0, bodyYaw: 0 });
  const head = shape.headTurnDeg * Math.PI / 180;
  const body = shape.form === "seated" ? -0.3 : -0.2;
  return posing({ headYaw: head, headRoll: 0.03, nod: 0.02, bodyYaw: body });
}
function posedNormals(pose, rest, normal) {
  const tip = rest.map((v, i) => v + 0.01 * normal[i]);
  for (let i = 1; i < tip.length; i += 3) tip[i] = rest[i] + 0.01 * normal[i];
  const [a, b] = [posed(pose, rest, 1), posed(pose, tip, 1)];
  for (let i = 0; i < a.length; i += 3) {
    const [x, y, z] = [b[i] - a[i], b[i + 1] - a[i + 1], b[i + 2] - a[i + 2]];
    const l = Math.sqrt(x * x + y * y + z * z) || 1;
    b[i] = x / l;
    b[i + 1] = y / l;
    b[i + 2] = z / l;
  }
  return b;
}
function assemble(pieces, pose) {
  const { position: rest, face } = joined(pieces.map(({ mesh }) => mesh));
  const v = rest.length / 3;
  const normal = new Float32Array(3 * v);
  const open = new Float32Array(v);
  const surface = new Uint8Array(v);
  const part = new Uint8Array(face.length / 3);
  const twoSided = new Uint8Array(face.length / 3);
  const first = [];
  let at2 = 0;
  let f = 0;
  pieces.forEach((piece2, k) => {
    const n = piece2.mesh.position.length / 3;
    normal.set(piece2.normal, 3 * at2);
    open.set(piece2.open, at2);
    surface.fill(piece2.surface, at2, at2 + n);
    const faces = piece2.mesh.face.length / 3;
    part.fill(k, f, f + faces);
    if (piece2.twoSided) twoSided.fill(1, f, f + faces);
    first.push(at2);
    at2 += n;
    f += faces;
  });
  return {
    mesh: { position: posed(pose, rest, CM), face },
    rest,
    normal: posedNormals(pose, rest, normal),
    open,
    surface,
    part,
    twoSided,
    first
  };
}
function unfolded({ mesh, normal, surface }, rounds) {
  const { row, column } = neighboursOf(mesh.face, surface.length);
  let from = normal.slice();
  let to = normal.slice();
  for (let k = 0; k < rounds; k++) {
    for (let v = 0; v < surface.length; v++) {
      if (surface[v] !== SURFACE.cloth) continue;
      let [x, y, z] = [from[3 * v], from[3 * v + 1], from[3 * v + 2]];
      for (let r = row[v]; r < row[v + 1]; r++) {
        const q = 3 * column[r];
        x += from[q];
        y += from[q + 1];
        z += from[q + 2];
      }
      const l = Math.sqrt(x * x + y * y + z * z) || 1;
      to[3 * v] = x / l;
      to[3 * v + 1] = y / l;
      to[3 * v + 2] = z / l;
    }
    [from, to] = [to, from];
  }
  return from;
}
function shadowFaces(pieces, face) {
  const out3 = [];
  let f = 0;
  for (const { mesh, clear } of pieces) {
    if (!clear) for (let i = f; i < f + mesh.face.length; i++) out3.push(face[i]);
    f += mesh.face.length;
  }
  return Uint32Array.from(out3);
}
var PATCHES = 28;
function patchesOf({ mesh, rest, normal, surface }) {
  const { position, face } = mesh;
  const area = new Float32Array(position.length / 3);
  for (let i = 0; i < face.length; i += 3) {
    const [a, b, c] = [3 * face[i], 3 * face[i + 1], 3 * face[i + 2]];
    const u = [0, 1, 2].map((k) => position[b + k] - position[a + k]);
    const v = [0, 1, 2].map((k) => position[c + k] - position[a + k]);
    const s = Math.hypot(u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]) / 6;
    for (let k = 0; k < 3; k++) area[face[i + k]] += s;
  }
  const wanted = [];
  for (let v = 0; v < area.length; v++)
    if (surface[v] === SURFACE.cloth && rest[3 * v + 1] > -56 && rest[3 * v + 1] < -17.5 && (normal[3 * v + 2] > -0.35 || rest[3 * v + 1] > -24))
      wanted.push(v);
  if (wanted.length === 0) return [];
  const away = new Float32Array(wanted.length).fill(Infinity);
  const nearest = new Int32Array(wanted.length);
  const chosen = [];
  let next = 0;
  for (let n = 0; n < Math.min(PATCHES, wanted.length); n++) {
    chosen.push(wanted[next]);
    const q = 3 * wanted[next];
    let far = -1;
    for (let i = 0; i < wanted.length; i++) {
      const p = 3 * wanted[i];
      const d = (position[p] - position[q]) ** 2 + (position[p + 1] - position[q + 1]) ** 2 + (position[p + 2] - position[q + 2]) ** 2;
      if (d < away[i]) {
        away[i] = d;
        nearest[i] = n;
      }
      if (away[i] > far) {
        far = away[i];
        next = i;
      }
    }
  }
  const sums = new Float64Array(chosen.length);
  wanted.forEach((v, i) => sums[nearest[i]] += area[v]);
  return chosen.map((v, n) => ({
    place: [position[3 * v], position[3 * v + 1], position[3 * v + 2]],
    normal: [normal[3 * v], normal[3 * v + 1], normal[3 * v + 2]],
    areaM2: sums[n],
    vertex: v
  }));
}
function hiddenBy({ headwear }) {
  if (headwear === "hat") return (_x, y, z) => y > 7.6 - 0.12 * (z + 2.6);
  if (headwear === "cap") return (_x, y, z) => y - 0.1 * z > 6.2;
  return () => false;
}
function uncovered(strands, hidden) {
  const list = new StrandList();
  const { place, start, width, tint, kind, open } = strands;
  for (let s = 0; s + 1 < start.length; s++) {
    let from = start[s + 1];
    while (from > start[s] && !hidden(place[3 * from - 3], place[3 * from - 2], place[3 * from - 1])) from--;
    if (start[s + 1] - from < 3) continue;
    list.add(place.subarray(3 * from, 3 * start[s + 1]), width[from], tint[from], kind[from], 0.4, (i) => open[from + i]);
  }
  return list.done();
}
var HAIR_SEED = 7;
function strandsOf(shape, head, fine, cloth3) {
  const who = PEOPLE[shape.person];
  const { mesh, attributes } = fine ?? head;
  const normal = fine ? vertexNormals(mesh) : head.normal;
  const list = new StrandList();
  const [over, lowest] = GROWS_FROM[who.hair.kind];
  const share = fine ? 1 : 0.16;
  const wider = fine ? 1 : 2.3;
  const grow = (guides, count, kind, keep, style = who.hair) => growStrands(list, {
    mesh,
    normal,
    guides,
    guideOpen: guides.open,
    style: { ...style, width: style.width * wider },
    count: Math.round(count * share),
    seed: HAIR_SEED,
    hairline: who.hairline,
    strandKind: kind,
    keep
  });
  grow((fine ?? head).hair, who.hair.strands, STRAND.hair, (x, y, z) => overHairline(x, y, z, who.hairline) > over && y > lowest);
  if (who.beardLong)
    grow((fine ?? head).beard, 17e3, STRAND.brow, (_x, y, _z, v) => attributes.beard[v] > 0.12 && y > -10.6, {
      ...who.hair,
      width: 0.016,
      clump: 0.42,
      tip: 0.3,
      fly: 0.03
    });
  const hair2 = uncoveredIf(list.done(), shape);
  const rest = new StrandList();
  addBrowsAndLashes(rest, head, who, fine !== null);
  if (fine) {
    addDown(
      rest,
      mesh,
      normal,
      { count: 7e3, seed: 3, length: 0.11, width: 5e-3, kind: STRAND.down, lie: 0.55 },
      (x, y, z, v) => z > -7 && overHairline(x, y, z, 0) < 0.2 && attributes.inner[v] < 0.1 && attributes.lip[v] < 0.3 && !(y > 1.6 && y < 3.6 && Math.abs(x) > 1.4 && Math.abs(x) < 4.8 && z > 2)
    );
    if (who.beard && !who.beardLong)
      addDown(
        rest,
        mesh,
        normal,
        { count: 11e3, seed: 4, length: 0.16, width: 0.011, kind: STRAND.brow, lie: 0.5 },
        (_x, _y, _z, v) => attributes.beard[v] > 0.2 + 0.5 * noise(v * 7.31, v * 3.7, 2)
      );
    if (shape.garment === "sweater" && cloth3)
      addDown(
        rest,
        cloth3.mesh,
        cloth3.normal,
        { count: 16e3, seed: 5, length: 0.3, width: 9e-3, kind: STRAND.fuzz, lie: 0.2 },
        (_x, y, z) => y > -50 && z > -12
      );
  }
  return merged(hair2, rest.done());
}
function uncoveredIf(strands, shape) {
  return shape.headwear === "none" ? strands : uncovered(strands, hiddenBy(shape));
}
function merged(a, b) {
  const both = (x, y) => {
    const out3 = new Float32Array(x.length + y.length);
    out3.set(x);
    out3.set(y, x.length);
    return out3;
  };
  const n = a.width.length;
  return {
    place: both(a.place, b.place),
    width: both(a.width, b.width),
    tint: both(a.tint, b.tint),
    open: both(a.open, b.open),
    kind: Uint8Array.from([...a.kind, ...b.kind]),
    start: Uint32Array.from([...a.start, ...b.start.subarray(1).map((s) => s + n)])
  };
}
function poseStrands(pose, strands) {
  const place = posed(pose, strands.place, CM);
  return { ...strands, place, width: strands.width.map((w) => w * CM), tangent: tangents({ place, start: strands.start }) };
}
function shineAt(x, y, z) {
  const nose = z > 4 ? 0.7 * bell(x, 1.2) * bell(y - 0.5, 2.6) : 0;
  const cheek = 0.35 * bell(Math.abs(x) - 4.3, 1.6) * bell(y - 0.3, 1.5);
  return clamp(0.75 + 0.45 * bell(x, 3) * bell(y - 6, 3) + nose + cheek + 0.25 * noise(x * 1.1, y * 1.1, z * 1.1), 0.3, 1.9);
}
function skinParts(shape, pieces, { first }, attributes, total, steps) {
  const who = PEOPLE[shape.person];
  const names = ["lip", "lid", "blush", "shade", "hole", "beard", "root", "shine", "thin"];
  const all2 = Object.fromEntries(names.map((name2) => [name2, new Float32Array(total)]));
  for (const name2 of ["lip", "lid", "blush", "shade", "hole", "beard"]) all2[name2].set(attributes[name2]);
  const p = pieces[0].mesh.position;
  const n = p.length / 3;
  for (let v = 0; v < n; v++) {
    const [x, y, z] = [p[3 * v], p[3 * v + 1], p[3 * v + 2]];
    all2.root[v] = who.hair.kind === "none" ? 0.14 * smooth(-0.35, 0.9, overHairline(x, y, z, who.hairline)) : smooth(-0.35, 0.9, overHairline(x, y, z, who.hairline));
    all2.shine[v] = shineAt(x, y, z);
  }
  pieces.forEach(({ thin, surface, mesh }, k) => {
    if (k === 0 || surface !== SURFACE.skin) return;
    const m = mesh.position.length / 3;
    all2.shine.fill(0.75, first[k], first[k] + m);
    all2.blush.fill(thin ? 0.75 : 0.3, first[k], first[k] + m);
    if (thin) all2.thin.set(thin, first[k]);
  });
  return { attributes: all2, vertices: n, steps };
}
function makeShade(shape, pieces, all2, pose, head, strands) {
  const faces = shadowFaces(pieces, all2.mesh.face);
  const mesh = { position: all2.mesh.position, face: faces };
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  const reach = (p) => {
    for (let i = 0; i < p.length; i++) {
      const c = i % 3;
      if (p[i] < low[c]) low[c] = p[i];
      if (p[i] > high[c]) high[c] = p[i];
    }
  };
  reach(mesh.position);
  if (strands) reach(strands.place);
  return {
    key: shapeKey(shape),
    bvh: buildBvh(mesh),
    mesh,
    normal: all2.normal,
    base: unfolded(all2, 3),
    open: all2.open,
    surface: all2.surface,
    hair: head && head.volume.density.length > 8 ? { volume: head.volume, posing: pose } : null,
    nodes: head ? head.step.vertices : 0,
    neighbours: head ? neighboursOf(head.step.face, head.step.vertices) : null,
    strandPoints: strands ? { place: strands.place, tangent: strands.tangent } : { place: new Float32Array(0), tangent: new Float32Array(0) },
    patches: patchesOf(all2),
    low,
    high
  };
}
function buildFigure(shape, parts, detail, source2, shade) {
  const pieces = piecesOf(shape, parts, detail, source2);
  const pose = poseOf(shape);
  const all2 = assemble(pieces, pose);
  const head = isPerson(shape) ? source2.head(parts[0]) : null;
  const fine = head && detail === "fine" ? source2.headDetail(parts[0]) : null;
  const cloth3 = pieces.find(({ surface }) => surface === SURFACE.cloth);
  const strands = head ? poseStrands(pose, strandsOf(shape, head, fine, cloth3)) : null;
  const vertices = all2.surface.length;
  const eyes = pieces.flatMap(({ eye, mesh }, k) => {
    if (!eye) return [];
    const c = posed(pose, Float32Array.from(eye), CM);
    return [{ centre: [c[0], c[1], c[2]], first: all2.first[k], last: all2.first[k] + mesh.position.length / 3 }];
  });
  return {
    key: `${shapeKey(shape)} ${detail}`,
    detail,
    shape,
    who: head ? PEOPLE[shape.person] : null,
    position: all2.mesh.position,
    normal: all2.normal,
    base: unfolded(all2, detail === "fine" ? 14 : 3),
    rest: all2.rest,
    face: all2.mesh.face,
    surface: all2.surface,
    part: all2.part,
    twoSided: all2.twoSided,
    open: all2.open,
    skin: head ? skinParts(shape, pieces, all2, (fine ?? head).attributes, vertices, fine ? [fine.step] : []) : null,
    eyes,
    strands,
    shade: shade ?? makeShade(shape, pieces, all2, pose, head, strands)
  };
}
function fromNodes({ steps }, values) {
  return steps.reduce((coarse, step) => midpointValues(step, coarse), values);
}

// core/src/figure/baked.json
var baked_default = { version: "f6806b0777" };

// core/src/figure/make/net.ts
function netFaces(size, inside) {
  const [nx, ny, nz] = size;
  const at2 = (i, j, k) => (k * ny + j) * nx + i;
  const vertexOf = new Int32Array(nx * ny * nz).fill(-1);
  const cells = [];
  for (let k = 0; k + 1 < nz; k++)
    for (let j = 0; j + 1 < ny; j++)
      for (let i = 0; i + 1 < nx; i++) {
        let sum2 = 0;
        for (let c = 0; c < 8; c++) sum2 += inside[at2(i + (c & 1), j + (c >> 1 & 1), k + (c >> 2))];
        if (sum2 > 0 && sum2 < 8) {
          vertexOf[at2(i, j, k)] = cells.length;
          cells.push(at2(i, j, k));
        }
      }
  const face = [];
  const quad = (a, b, c, d, flip) => {
    if (a < 0 || b < 0 || c < 0 || d < 0) return;
    if (flip) face.push(a, c, b, a, d, c);
    else face.push(a, b, c, a, c, d);
  };
  for (let k = 1; k + 1 < nz; k++)
    for (let j = 1; j + 1 < ny; j++)
      for (let i = 1; i + 1 < nx; i++) {
        const here = inside[at2(i, j, k)];
        const v = (a, b, c) => vertexOf[at2(i - a, j - b, k - c)];
        if (here !== inside[at2(i + 1, j, k)]) quad(v(0, 1, 1), v(0, 0, 1), v(0, 0, 0), v(0, 1, 0), here === 0);
        if (here !== inside[at2(i, j + 1, k)]) quad(v(1, 0, 1), v(1, 0, 0), v(0, 0, 0), v(0, 0, 1), here === 0);
        if (here !== inside[at2(i, j, k + 1)]) quad(v(1, 1, 0), v(0, 1, 0), v(0, 0, 0), v(1, 0, 0), here === 0);
      }
  return { face: Uint32Array.from(face), cells: Uint32Array.from(cells) };
}
function cornerOf(low, cell, [nx, ny], c) {
  const i = c % nx;
  const j = Math.floor(c / nx) % ny;
  const k = Math.floor(c / (nx * ny));
  return [low[0] + i * cell, low[1] + j * cell, low[2] + k * cell];
}

// core/src/figure/files.ts
var STEP_CM = 80 / 32767;
var SKIN_ATTRIBUTES = ["lip", "lid", "inner", "blush", "shade", "hole", "beard", "open"];
function parentsIn({ old, endA, endB }) {
  return (v) => [endA[v - old], endB[v - old]];
}
function parentsAll(step) {
  const fresh = parentsIn(step);
  return (v) => v < step.old ? [v - 1, v - 1] : fresh(v);
}
function attributesFrom(read) {
  return Object.fromEntries(SKIN_ATTRIBUTES.map((name2, k) => [name2, read(k)]));
}
function readGuides(r) {
  const points = r.count(64);
  const count = r.count(1e5);
  const side = Int8Array.from(r.u8(count), (v) => v - 1);
  const flat2 = r.i16(3 * points * count);
  const place = new Float32Array(flat2.length);
  const n = points * count;
  const q = new Int32Array(3 * points);
  for (let g = 0; g < count; g++)
    for (let i = 0; i < points; i++)
      for (let c = 0; c < 3; c++) {
        const guess = i > 1 ? 2 * q[3 * (i - 1) + c] - q[3 * (i - 2) + c] : i === 1 ? q[c] : g > 0 ? Math.round(place[3 * (g - 1) * points + c] / (2 * STEP_CM)) : 0;
        q[3 * i + c] = flat2[c * n + g * points + i] + guess << 16 >> 16;
        place[3 * (g * points + i) + c] = q[3 * i + c] * 2 * STEP_CM;
      }
  return { points, count, side, place, open: sharesOf(r.u8(n)) };
}
function readVolume(r) {
  const low = [r.f32(), r.f32(), r.f32()];
  const cell = r.f32();
  const size = [r.count(400), r.count(400), r.count(400)];
  const most = r.f32();
  return { low, cell, size, density: Float32Array.from(r.u8(size[0] * size[1] * size[2]), (v) => most * (v / 255) ** 2) };
}
var directions = (bytes) => Float32Array.from(new Int8Array(bytes.buffer, bytes.byteOffset, bytes.length), (v) => v / 127);
function readHead(bytes) {
  const r = new Reader(bytes);
  const baseVertices = r.count(2e4);
  const corners = r.count(2e5);
  const baseFace = Uint32Array.from(r.i16(corners));
  for (let i = 1; i < corners; i++) baseFace[i] = baseFace[i] + baseFace[i - 1] & 65535;
  const step = subdivideFaces(baseFace, baseVertices);
  const n = step.vertices;
  const parents = parentsAll(step);
  const position = Float32Array.from(fromResiduals(r.i16(3 * n), parents, 3), (v) => v * STEP_CM);
  const normal = directions(r.u8(3 * n));
  const attributes = attributesFrom(() => sharesOf(r.u8(n), parents));
  const ear = r.count(1e4);
  const earOpen = [sharesOf(r.u8(ear)), sharesOf(r.u8(ear))];
  const eyes = [0, 1].map(() => ({ x: r.f32(), y: r.f32(), z: r.f32(), radius: r.f32(), side: r.f32() }));
  const volume = readVolume(r);
  const hair2 = readGuides(r);
  const beard = readGuides(r);
  r.end();
  return {
    baseFace,
    baseVertices,
    step,
    mesh: { position, face: step.face },
    normal,
    attributes,
    earOpen,
    eyes,
    volume,
    hair: hair2,
    beard
  };
}
function readHeadDetail(bytes, head) {
  const r = new Reader(bytes);
  const step = subdivideFaces(head.step.face, head.step.vertices);
  const fresh = step.vertices - step.old;
  const position = new Float32Array(3 * step.vertices);
  position.set(head.mesh.position);
  const residual = r.i16(3 * fresh);
  for (let e = 0; e < fresh; e++)
    for (let c = 0; c < 3; c++) {
      const guess = (position[3 * step.endA[e] + c] + position[3 * step.endB[e] + c]) / 2;
      position[3 * (step.old + e) + c] = guess + residual[c * fresh + e] * STEP_CM;
    }
  const attributes = attributesFrom((k) => {
    const bytesOf = r.u8(fresh);
    const known2 = head.attributes[SKIN_ATTRIBUTES[k]];
    const out3 = new Float32Array(step.vertices);
    out3.set(known2);
    for (let e = 0; e < fresh; e++) {
      const signed = bytesOf[e] << 24 >> 24;
      out3[step.old + e] = Math.min(1, Math.max(0, (known2[step.endA[e]] + known2[step.endB[e]]) / 2 + signed / 127));
    }
    return out3;
  });
  const ear = r.count(1e4);
  const earOpen = [sharesOf(r.u8(ear)), sharesOf(r.u8(ear))];
  const hair2 = readGuides(r);
  const beard = readGuides(r);
  r.end();
  return { step, mesh: { position, face: step.face }, attributes, earOpen, hair: hair2, beard };
}
function readNets(bytes) {
  const r = new Reader(bytes);
  const nets2 = Array.from({ length: r.count(32) }, () => {
    const name2 = String.fromCharCode(...r.u8(r.count(32)));
    const low = [r.f32(), r.f32(), r.f32()];
    const cell = r.f32();
    const size = [r.count(2e3), r.count(2e3), r.count(2e3)];
    const { face, cells } = netFaces(size, r.runs(size[0] * size[1] * size[2]));
    const n = cells.length;
    const offset = r.u8(3 * n);
    const position = new Float32Array(3 * n);
    for (let v = 0; v < n; v++) {
      const corner = cornerOf(low, cell, size, cells[v]);
      for (let c = 0; c < 3; c++) position[3 * v + c] = corner[c] + cell * (-0.25 + 1.5 * offset[c * n + v] / 255);
    }
    const own = r.count(1) === 1;
    const mesh = { position, face };
    const normal = own ? directions(r.u8(3 * n)) : vertexNormals(mesh);
    return { name: name2, mesh, normal, open: sharesOf(r.u8(n)) };
  });
  const collarOpen = Array.from({ length: r.count(8) }, () => sharesOf(r.u8(r.count(1e5))));
  r.end();
  return { nets: nets2, collarOpen };
}

// core/src/figure/store.ts
var FigureMissingError = class extends Error {
  constructor(part, why = "has not been loaded") {
    super(`The figure part "${part}" ${why}.`);
    this.part = part;
  }
  part;
  name = "FigureMissingError";
};
var files = /* @__PURE__ */ new Map();
var heads = /* @__PURE__ */ new Map();
var details = /* @__PURE__ */ new Map();
var nets = /* @__PURE__ */ new Map();
var figures = /* @__PURE__ */ new Map();
var MOST_FIGURES = 8;
var FIGURES_VERSION = baked_default.version;
var fileKey = (part, detail) => `${part}.${detail}`;
var loader = null;
function usePartLoader(load) {
  loader = load;
}
function loadMissing(shape, detail) {
  if (!loader) return;
  for (const file of missingFiles(shape, detail)) {
    let bytes;
    try {
      bytes = loader(file.part, file.detail);
    } catch (error) {
      throw new FigureMissingError(file.part, `cannot be read (${error instanceof Error ? error.message : String(error)})`);
    }
    providePart(file.part, file.detail, bytes);
  }
}
function missingFiles(shape, detail) {
  const wanted = partsOf(shape).flatMap(
    (part) => detail === "quick" ? [{ part, detail }] : [
      { part, detail: "quick" },
      { part, detail }
    ]
  );
  return wanted.filter((file) => !files.has(fileKey(file.part, file.detail)));
}
function providePart(part, detail, bytes) {
  const key2 = fileKey(part, detail);
  try {
    if (!part.startsWith("head-")) nets.set(key2, readNets(bytes));
    else if (detail === "quick") heads.set(part, readHead(bytes));
    else {
      const head = heads.get(part);
      if (!head) throw new FigureFileError("came before the quick file of its head");
      details.set(part, readHeadDetail(bytes, head));
    }
  } catch (error) {
    if (error instanceof FigureFileError || error instanceof RangeError) throw new FigureMissingError(part, error.message);
    throw error;
  }
  files.set(key2, bytes);
}
function needed(found, part) {
  if (found === void 0) throw new FigureMissingError(part);
  return found;
}
var source = {
  head: (name2) => needed(heads.get(name2), name2),
  headDetail: (name2) => needed(details.get(name2), name2),
  nets: (name2, detail) => needed(nets.get(fileKey(name2, detail)), name2)
};
function figureOf(shape, detail) {
  const key2 = `${shapeKey(shape)} ${detail}`;
  let found = figures.get(key2);
  if (found) figures.delete(key2);
  else {
    loadMissing(shape, detail);
    const shade = detail === "fine" ? figureOf(shape, "quick").shade : null;
    found = buildFigure(shape, partsOf(shape), detail, source, shade);
  }
  figures.set(key2, found);
  while (figures.size > MOST_FIGURES) figures.delete(figures.keys().next().value);
  return found;
}
function isFigureReady(shape, detail) {
  return loader !== null || missingFiles(shape, detail).length === 0;
}

// core/src/figure/volume.ts
function hairDepth(volume, ox, oy, oz, dx, dy, dz, most) {
  const { low, cell, size, density } = volume;
  const [nx, ny, nz] = size;
  let x = (ox - low[0]) / cell;
  let y = (oy - low[1]) / cell;
  let z = (oz - low[2]) / cell;
  let near = 0;
  let far = most / cell;
  for (let c = 0; c < 3; c++) {
    const o = c === 0 ? x : c === 1 ? y : z;
    const d = c === 0 ? dx : c === 1 ? dy : dz;
    const top = (c === 0 ? nx : c === 1 ? ny : nz) - 1.001;
    if (d > -1e-9 && d < 1e-9) {
      if (o < 0 || o > top) return 0;
      continue;
    }
    const a = -o / d;
    const b = (top - o) / d;
    near = Math.max(near, Math.min(a, b));
    far = Math.min(far, Math.max(a, b));
  }
  if (!(far > near)) return 0;
  const step = 1.1;
  const count = Math.ceil((far - near) / step);
  const h = (far - near) / count;
  x += dx * (near + 0.5 * h);
  y += dy * (near + 0.5 * h);
  z += dz * (near + 0.5 * h);
  let sum2 = 0;
  const plane = nx * ny;
  for (let k = 0; k < count; k++) {
    const i = x | 0;
    const j = y | 0;
    const l = z | 0;
    const u = x - i;
    const v = y - j;
    const w = z - l;
    const o = l * plane + j * nx + i;
    const a = (density[o] * (1 - u) + density[o + 1] * u) * (1 - v) + (density[o + nx] * (1 - u) + density[o + nx + 1] * u) * v;
    const q = o + plane;
    const b = (density[q] * (1 - u) + density[q + 1] * u) * (1 - v) + (density[q + nx] * (1 - u) + density[q + nx + 1] * u) * v;
    sum2 += a * (1 - w) + b * w;
    x += h * dx;
    y += h * dy;
    z += h * dz;
  }
  return sum2 * h * cell;
}

// core/src/transport/stage.ts
function shapeOf({ form, person, garment, headwear, sunglasses, headTurnDeg }) {
  return { form, person, garment, headwear, sunglasses, headTurnDeg };
}
function stageOf({ subject, boards, air }) {
  const angle = subject.turnDeg * Math.PI / 180;
  return {
    shade: figureOf(shapeOf(subject), "quick").shade,
    originM: subject.faceHeightM,
    turn: [Math.cos(angle), Math.sin(angle)],
    boards,
    hazePerM: air.hazePerM
  };
}
function toSubject({ originM, turn: [cos, sin] }, [x, y, z]) {
  return [cos * x - sin * z, y - originM, sin * x + cos * z];
}
function toRoom({ originM, turn: [cos, sin] }, [x, y, z]) {
  return [cos * x + sin * z, y + originM, -sin * x + cos * z];
}
function turnToRoom({ turn: [cos, sin] }, [x, y, z]) {
  return [cos * x + sin * z, y, -sin * x + cos * z];
}
var scratch = new Float64Array(6);
var CM_PER_M = 100;
function hairOnWay({ hair: hair2 }, x, y, z, dx, dy, dz, lengthM) {
  if (!hair2) return 0;
  unposed(hair2.posing, scratch, CM_PER_M * x, CM_PER_M * y, CM_PER_M * z, dx, dy, dz);
  const [a, b, c, u, v, w] = scratch;
  return hairDepth(hair2.volume, a, b, c, u, v, w, CM_PER_M * lengthM);
}
function pastSubject(stage, from, to) {
  const { shade } = stage;
  const [x, y, z] = toSubject(stage, from);
  const [tx, ty, tz] = toSubject(stage, to);
  const [dx, dy, dz] = [tx - x, ty - y, tz - z];
  if (isBlocked(shade.bvh, x, y, z, dx, dy, dz, 1)) return 0;
  const d = Math.sqrt(dx * dx + dy * dy + dz * dz) || 1e-9;
  return Math.exp(-hairOnWay(shade, x, y, z, dx / d, dy / d, dz / d, d));
}

// core/src/transport/air.ts
var FORWARD = 0.6;
var SAMPLES = 10;
function inScatter({ light, emission }, stage, hazePerM, eye, place) {
  if (hazePerM <= 0) return 0;
  const [px, py, pz] = light.position;
  let vx = place[0] - eye[0];
  let vy = place[1] - eye[1];
  let vz = place[2] - eye[2];
  const length = Math.sqrt(vx * vx + vy * vy + vz * vz) || 1e-6;
  vx /= length;
  vy /= length;
  vz /= length;
  const nearest = (px - eye[0]) * vx + (py - eye[1]) * vy + (pz - eye[2]) * vz;
  const ox = eye[0] + nearest * vx - px;
  const oy = eye[1] + nearest * vy - py;
  const oz = eye[2] + nearest * vz - pz;
  const aside = Math.max(0.02, Math.sqrt(ox * ox + oy * oy + oz * oz));
  const from = Math.atan2(-nearest, aside);
  const to = Math.atan2(length - nearest, aside);
  const { boards } = stage;
  let sum2 = 0;
  for (let i = 0; i < SAMPLES; i++) {
    const turnTo = from + (i + 0.5) / SAMPLES * (to - from);
    const s = aside * Math.tan(turnTo);
    const t2 = nearest + s;
    const x = eye[0] + t2 * vx;
    const y = eye[1] + t2 * vy;
    const z = eye[2] + t2 * vz;
    const dx = x - px;
    const dy = y - py;
    const dz = z - pz;
    const d = Math.max(0.05, Math.sqrt(dx * dx + dy * dy + dz * dz));
    const out3 = emission.towards(dx / d, dy / d, dz / d);
    if (out3 < 1e-6) continue;
    const cosine = -(dx * vx + dy * vy + dz * vz) / d;
    const q = 1 + FORWARD * FORWARD - 2 * FORWARD * cosine;
    const phase = (1 - FORWARD * FORWARD) / (4 * Math.PI * q * Math.sqrt(q));
    const clear = pastSubject(stage, [x, y, z], [px, py, pz]);
    const past = boards.length && clear > 0 ? clear * pastBoards(boards, x, y, z, px, py, pz, emission.radiusM) : clear;
    if (past <= 0) continue;
    const arriving = out3 * nearFieldRatio(light.modifier.face, d) / (d * d);
    const step = (to - from) * (aside * aside + s * s) / aside / SAMPLES;
    sum2 += past * arriving * phase * Math.exp(-hazePerM * (d + t2)) * step;
  }
  return Math.PI * hazePerM * sum2;
}
var LENS_VEIL = 0.012;
var VEIL_POWER = 6;
function flareOf({ light, emission }, stage, eye, forward) {
  const [px, py, pz] = light.position;
  const dx = px - eye[0];
  const dy = py - eye[1];
  const dz = pz - eye[2];
  const d = Math.max(0.05, Math.hypot(dx, dy, dz));
  const cosine = (dx * forward[0] + dy * forward[1] + dz * forward[2]) / d;
  const offAxisDeg = Math.acos(Math.min(1, Math.max(-1, cosine))) * 180 / Math.PI;
  const out3 = cosine > 0 ? emission.towards(-dx / d, -dy / d, -dz / d) : 0;
  if (out3 < 1e-6) return { onLens: 0, offAxisDeg, veil: 0 };
  const { boards } = stage;
  const clear = pastSubject(stage, eye, light.position);
  const past = boards.length ? clear * pastBoards(boards, ...eye, px, py, pz, emission.radiusM) : clear;
  const onLens = past * cosine * out3 * nearFieldRatio(light.modifier.face, d) / (d * d);
  return { onLens, offAxisDeg, veil: LENS_VEIL * onLens * cosine ** VEIL_POWER };
}

// core/src/transport/geometry.ts
function minus(a, b) {
  return [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
}
function plus(a, b, times2 = 1) {
  return [a[0] + times2 * b[0], a[1] + times2 * b[1], a[2] + times2 * b[2]];
}
function lengthOf(a) {
  return Math.hypot(a[0], a[1], a[2]);
}
function unitVector(a) {
  const length = lengthOf(a) || 1;
  return [a[0] / length, a[1] / length, a[2] / length];
}
var HEAD_RADIUS_M = 0.11;
var TORSO_RADIUS_M = 0.19;
function subjectForms(look) {
  const y = look.subject.faceHeightM;
  if (!isPerson(look.subject)) return [{ body: "torso", from: [0, y - 0.03, 0], to: [0, y + 0.03, 0], radiusM: 0.035 }];
  return [
    { body: "head", from: [0, y, 0], to: [0, y + 0.04, 0], radiusM: HEAD_RADIUS_M },
    { body: "torso", from: [0, y - 0.4, -0.02], to: [0, y - 0.85, -0.02], radiusM: TORSO_RADIUS_M }
  ];
}
var clamp01 = (v) => Math.min(1, Math.max(0, v));
function pastForm(p, q, form, faceRadiusM) {
  const { from, to, radiusM } = form;
  const ux = q[0] - p[0];
  const uy = q[1] - p[1];
  const uz = q[2] - p[2];
  const vx = to[0] - from[0];
  const vy = to[1] - from[1];
  const vz = to[2] - from[2];
  const rx = p[0] - from[0];
  const ry = p[1] - from[1];
  const rz = p[2] - from[2];
  const a = ux * ux + uy * uy + uz * uz;
  const e = vx * vx + vy * vy + vz * vz;
  const b = ux * vx + uy * vy + uz * vz;
  const c = ux * rx + uy * ry + uz * rz;
  const f = vx * rx + vy * ry + vz * rz;
  let s = clamp01(-c / a);
  let t2 = 0;
  if (e > 1e-12) {
    const parallel = a * e - b * b;
    s = parallel > 1e-12 ? clamp01((b * f - c * e) / parallel) : 0;
    t2 = (b * s + f) / e;
    if (t2 < 0) [t2, s] = [0, clamp01(-c / a)];
    else if (t2 > 1) [t2, s] = [1, clamp01((b - c) / a)];
  }
  const distance = Math.hypot(rx + s * ux - t2 * vx, ry + s * uy - t2 * vy, rz + s * uz - t2 * vz);
  const blur = Math.max(0.01, faceRadiusM * s);
  const share = clamp01((distance - radiusM + blur) / (2 * blur));
  return share * share * (3 - 2 * share);
}
function clearWay(place, light, forms) {
  let share = 1;
  for (const form of forms) share *= pastForm(place, light, form, 0);
  return share;
}

// core/src/transport/emission.ts
function lightAxes({ position, aim, rollDeg }) {
  const axis = unit(aim[0] - position[0], aim[1] - position[1], aim[2] - position[2]);
  const level = Math.abs(axis[1]) < 0.999 ? [0, 1, 0] : [0, 0, -1];
  const right = unit(
    axis[1] * level[2] - axis[2] * level[1],
    axis[2] * level[0] - axis[0] * level[2],
    axis[0] * level[1] - axis[1] * level[0]
  );
  const up = cross(right, axis);
  const a = rollDeg * Math.PI / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  const turned = (u, v, k) => [
    c * u[0] + k * s * v[0],
    c * u[1] + k * s * v[1],
    c * u[2] + k * s * v[2]
  ];
  return { axis, right: turned(right, up, -1), up: turned(up, right, 1) };
}
function unit(x, y, z) {
  const length = Math.sqrt(x * x + y * y + z * z) || 1;
  return [x / length, y / length, z / length];
}
function cross(a, b) {
  return [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
}
var ANGLES = 1024;
var smooth2 = (t2) => t2 <= 0 ? 0 : t2 >= 1 ? 1 : t2 * t2 * (3 - 2 * t2);
var DEGREES = 180 / Math.PI;
var MOST_TABLES = 64;
var tables = /* @__PURE__ */ new Map();
function tableOf2({ beam, gridDeg }) {
  const key2 = JSON.stringify([beam, gridDeg]);
  let table3 = tables.get(key2);
  if (!table3) {
    const intensity = beamFunction(beam);
    table3 = Float64Array.from({ length: ANGLES + 2 }, (_, i) => {
      const angle = Math.min(Math.PI, i * Math.PI / ANGLES);
      return intensity(angle) * (gridDeg === null ? 1 : gridTransmission(angle, gridDeg));
    });
    if (tables.size >= MOST_TABLES) tables.clear();
    tables.set(key2, table3);
  }
  return table3;
}
function emissionOf(light) {
  const { cut: cut2, spill, face } = light.modifier;
  const axes = lightAxes(light);
  const [ax, ay, az] = axes.axis;
  const [rx, ry, rz] = axes.right;
  const [ux, uy, uz] = axes.up;
  const table3 = tableOf2(light.modifier);
  const past = (edgeDeg, deg, width) => smooth2((edgeDeg - deg) / width + 0.5);
  const towards = (dx, dy, dz) => {
    const along2 = ax * dx + ay * dy + az * dz;
    const place = Math.acos(along2 > 1 ? 1 : along2 < -1 ? -1 : along2) * ANGLES / Math.PI;
    const i = place | 0;
    let out3 = table3[i] + (table3[i + 1] - table3[i]) * (place - i);
    if (cut2 && out3 > 0) {
      const h = Math.atan2(rx * dx + ry * dy + rz * dz, along2) * DEGREES;
      const v = Math.atan2(ux * dx + uy * dy + uz * dz, along2) * DEGREES;
      out3 *= past(cut2.rightDeg, h, cut2.edgeDeg) * past(cut2.leftDeg, -h, cut2.edgeDeg) * past(cut2.topDeg, v, cut2.edgeDeg) * past(cut2.bottomDeg, -v, cut2.edgeDeg);
    }
    return out3 > spill ? out3 : spill;
  };
  return { ...axes, radiusM: equivalentRadiusM(face), towards };
}
function faceSize({ face }) {
  switch (face.kind) {
    case "disc":
      return { halfW: face.radiusM, halfH: face.radiusM, round: true };
    case "rectangle":
      return { halfW: face.widthM / 2, halfH: face.heightM / 2, round: false };
    case "tube":
      return { halfW: face.lengthM / 2, halfH: TUBE_HALF_M, round: false };
  }
}
var TUBE_HALF_M = 0.02;

// core/src/transport/sampling.ts
var GOLDEN = 2.399963229728653;
function pointsFor(radiusM, distanceM) {
  const size = radiusM / Math.max(0.1, distanceM);
  return size < 0.03 ? 4 : size < 0.12 ? 6 : size < 0.3 ? 11 : 14;
}
function facePoints({ position, right, up, halfW, halfH, round }, count) {
  const out3 = new Float64Array(3 * count);
  const stride = count % 5 === 0 ? 3 : 5;
  for (let k = 0; k < count; k++) {
    const i = k * stride % count;
    let a;
    let b;
    if (round) {
      const r = Math.sqrt((i + 0.5) / count);
      a = r * Math.cos(i * GOLDEN);
      b = r * Math.sin(i * GOLDEN);
    } else {
      a = 2 * ((i + 0.5) / count) - 1;
      b = 2 * ((i * 0.6180339887 + 0.31) % 1) - 1;
    }
    for (let c = 0; c < 3; c++) out3[3 * k + c] = position[c] + a * halfW * right[c] + b * halfH * up[c];
  }
  return out3;
}

// core/src/transport/reach.ts
var DISTANCES = 256;
var [NEAREST_M, FARTHEST_M] = [0.05, 30];
var LOG_SPAN = Math.log(FARTHEST_M / NEAREST_M);
var falloffs = /* @__PURE__ */ new Map();
function falloffTable(face) {
  const key2 = JSON.stringify(face);
  let table3 = falloffs.get(key2);
  if (!table3) {
    if (falloffs.size > 64) falloffs.clear();
    table3 = Float64Array.from({ length: DISTANCES + 2 }, (_, i) => {
      const d = NEAREST_M * (FARTHEST_M / NEAREST_M) ** (i / DISTANCES);
      return Math.log(nearFieldRatio(face, d) / (d * d));
    });
    falloffs.set(key2, table3);
  }
  return table3;
}
function falloffAt(table3, d) {
  const t2 = Math.log(d / NEAREST_M) * DISTANCES / LOG_SPAN;
  const at2 = t2 < 0 ? 0 : t2 > DISTANCES ? DISTANCES : t2;
  const i = at2 | 0;
  return Math.exp(table3[i] + (table3[i + 1] - table3[i]) * (at2 - i));
}
function reaching(light, stage) {
  const emission = emissionOf(light);
  const { halfW, halfH, round } = faceSize(light.modifier);
  const own = toSubject(stage, light.position);
  const away = Math.hypot(...own);
  const { turn } = stage;
  const turned = ([x, y, z]) => [turn[0] * x - turn[1] * z, y, turn[1] * x + turn[0] * z];
  const open = light.modifier.beam.kind === "bare";
  const axes = open ? facing(own) : { right: turned(emission.right), up: turned(emission.up) };
  const points = facePoints({ position: own, ...axes, halfW, halfH, round }, pointsFor(Math.max(halfW, halfH), away));
  const falloff = falloffTable(light.modifier.face);
  const bare = { light, emission, stage, points, falloff, cards: [] };
  const cards = cardSources(stage.boards, light.position, (place, normal) => {
    const others = stage.boards.filter(({ position }) => position !== place);
    return unshadowed(bare, others, ...place, ...normal);
  }).map((card) => {
    const { right } = axesOf(card.board);
    const face = {
      position: toSubject(stage, card.board.position),
      right: turned(right),
      up: [0, 1, 0],
      halfW: 0.4 * card.board.widthM,
      halfH: 0.4 * card.board.heightM,
      round: false
    };
    return { card, board: stage.boards.indexOf(card.board), tinted: card.board.tint !== null, points: facePoints(face, CARD_POINTS) };
  });
  return { ...bare, cards };
}
var CARD_POINTS = 6;
function facing([x, y, z]) {
  const l = Math.hypot(x, z) || 1;
  const right = [z / l, 0, -x / l];
  const d = Math.hypot(x, y, z) || 1;
  const axis = [-x / d, -y / d, -z / d];
  return {
    right,
    up: [right[1] * axis[2] - right[2] * axis[1], right[2] * axis[0] - right[0] * axis[2], right[0] * axis[1] - right[1] * axis[0]]
  };
}
var AGREE = 15;
var HAIR_EVERY = 3;
function seenShare(stage, points, x, y, z, nx, ny, nz, liftM) {
  const { shade } = stage;
  const flat2 = nx === 0 && ny === 0 && nz === 0;
  const ox = x + liftM * nx;
  const oy = y + liftM * ny;
  const oz = z + liftM * nz;
  let seen = 0;
  let all2 = 0;
  let hair2 = 0;
  let asked = 0;
  for (let q = 0; q < points.length; q += 3) {
    if (q === AGREE && points.length > 2 * AGREE && (seen === 0 || seen === all2) && all2 > 0) break;
    const dx = points[q] - ox;
    const dy = points[q + 1] - oy;
    const dz = points[q + 2] - oz;
    const d = Math.sqrt(dx * dx + dy * dy + dz * dz) || 1e-9;
    const cosine = flat2 ? 1 : (nx * dx + ny * dy + nz * dz) / d;
    if (cosine <= 0) continue;
    all2 += cosine;
    if (!isBlocked(shade.bvh, ox, oy, oz, dx, dy, dz, 1)) {
      seen += cosine;
      if (shade.hair && asked++ % HAIR_EVERY === 0) {
        const depth = hairOnWay(shade, ox, oy, oz, dx / d, dy / d, dz / d, d);
        hair2 += depth > 0 ? Math.exp(-depth) : 1;
      }
    }
  }
  if (seen === 0) return 0;
  const times2 = Math.ceil(asked / HAIR_EVERY);
  return seen / all2 * (times2 > 0 ? hair2 / times2 : 1);
}
function overHorizon(points, x, y, z, bx, by, bz) {
  let sum2 = 0;
  const n = points.length / 3;
  for (let q = 0; q < points.length; q += 3) {
    const dx = points[q] - x;
    const dy = points[q + 1] - y;
    const dz = points[q + 2] - z;
    sum2 += (bx * dx + by * dy + bz * dz) / (Math.sqrt(dx * dx + dy * dy + dz * dz) || 1e-9);
  }
  const t2 = Math.min(1, Math.max(0, (sum2 / n + 0.16) / 0.42));
  return t2 * t2 * (3 - 2 * t2);
}
function unshadowed(reach, boards, x, y, z, nx, ny, nz) {
  const { light, emission, falloff, stage } = reach;
  const [lx, ly, lz] = light.position;
  const dx = lx - x;
  const dy = ly - y;
  const dz = lz - z;
  const d = Math.max(0.02, Math.sqrt(dx * dx + dy * dy + dz * dz));
  const [ux, uy, uz] = [dx / d, dy / d, dz / d];
  const out3 = emission.towards(-ux, -uy, -uz);
  if (out3 < 1e-9) return 0;
  const cosine = Math.min(1, Math.max(-1, nx * ux + ny * uy + nz * uz));
  const half = Math.atan(emission.radiusM / d);
  const incidence = cosine > Math.sin(half) ? cosine : discIncidence(Math.acos(cosine), half);
  if (incidence <= 0) return 0;
  const past = boards.length ? pastBoards(boards, x, y, z, lx, ly, lz, emission.radiusM) : 1;
  if (past <= 0) return 0;
  return falloffAt(falloff, d) * out3 * incidence * past * (stage.hazePerM > 0 ? Math.exp(-stage.hazePerM * d) : 1);
}
var SKIN_LIFT_M = 35e-4;
var CLOTH_LIFT_M = 9e-3;
var THING_LIFT_M = 12e-4;
function liftOf(surface) {
  if (surface === null) return 0;
  if (surface === SURFACE.cloth || surface === SURFACE.collar || surface === SURFACE.hat) return CLOTH_LIFT_M;
  return surface === SURFACE.skin || surface === SURFACE.eye || surface === SURFACE.lens || surface === SURFACE.seat ? SKIN_LIFT_M : THING_LIFT_M;
}
function openLight(reach, x, y, z, nx, ny, nz) {
  return unshadowed(reach, reach.stage.boards, x, y, z, nx, ny, nz);
}
function openFlux({ light, emission, falloff, stage }, x, y, z) {
  const [lx, ly, lz] = light.position;
  const dx = lx - x;
  const dy = ly - y;
  const dz = lz - z;
  const d = Math.max(0.02, Math.sqrt(dx * dx + dy * dy + dz * dz));
  const out3 = emission.towards(-dx / d, -dy / d, -dz / d);
  if (out3 < 1e-9) return 0;
  const past = stage.boards.length ? pastBoards(stage.boards, x, y, z, lx, ly, lz, emission.radiusM) : 1;
  return past <= 0 ? 0 : falloffAt(falloff, d) * out3 * past * (stage.hazePerM > 0 ? Math.exp(-stage.hazePerM * d) : 1);
}
function openCard({ card }, { stage }, x, y, z, nx, ny, nz) {
  const value = fromCard(card, x, y, z, nx, ny, nz);
  if (value <= 0 || stage.hazePerM <= 0) return value;
  const [cx, cy, cz] = card.board.position;
  return value * Math.exp(-stage.hazePerM * Math.sqrt((cx - x) ** 2 + (cy - y) ** 2 + (cz - z) ** 2));
}
function straight(reach, place, normal, liftM) {
  const open = openLight(reach, ...place, ...normal);
  if (open <= 0) return 0;
  const { stage } = reach;
  const [cos, sin] = stage.turn;
  const own = toSubject(stage, place);
  return open * seenShare(stage, reach.points, ...own, cos * normal[0] - sin * normal[2], normal[1], sin * normal[0] + cos * normal[2], liftM);
}
function byCard(one, reach, place, normal, liftM) {
  const open = openCard(one, reach, ...place, ...normal);
  if (open <= 0) return 0;
  const { stage } = reach;
  const [cos, sin] = stage.turn;
  const own = toSubject(stage, place);
  return open * seenShare(stage, one.points, ...own, cos * normal[0] - sin * normal[2], normal[1], sin * normal[0] + cos * normal[2], liftM);
}

// core/src/transport/skin-light.ts
var SKIN_SPREAD = [
  [0.34, 0.33, 0.33],
  [0.58, 0.29, 0.13],
  [0.76, 0.2, 0.04]
];
var EYE_SPREAD = [0.75, 0.25, 0];
var WIDE_MIX = 0.62;
var SKIN_TO_SKIN = 0.55;
var CLOTH_TO_CLOTH = 0.75;
var CLOTH_OPEN = 0.82;
var CLOTH_NEAR_M = 0.075;

// core/src/transport/bounce.ts
function clothShares(out3, { patches }, surface, open, x, y, z, nx, ny, nz) {
  if (surface === SURFACE.eye || surface === SURFACE.glass) return false;
  return surface === SURFACE.cloth || surface === SURFACE.collar ? onCloth(out3, patches, open, x, y, z) : onSkin(out3, patches, x, y, z, nx, ny, nz);
}
function onCloth(out3, patches, open, x, y, z) {
  const hollow = CLOTH_TO_CLOTH * Math.max(0, CLOTH_OPEN - open);
  if (hollow < 4e-3 || patches.length === 0) return false;
  let all2 = 1e-6;
  patches.forEach(({ place }, i) => {
    const d2 = (place[0] - x) ** 2 + (place[1] - y) ** 2 + (place[2] - z) ** 2;
    out3[i] = Math.exp(-d2 / (CLOTH_NEAR_M * CLOTH_NEAR_M));
    all2 += out3[i];
  });
  for (let i = 0; i < patches.length; i++) out3[i] *= hollow / all2;
  return true;
}
function onSkin(out3, patches, x, y, z, nx, ny, nz) {
  let any = false;
  for (let i = 0; i < patches.length; i++) {
    const { place, normal, areaM2 } = patches[i];
    const dx = place[0] - x;
    const dy = place[1] - y;
    const dz = place[2] - z;
    const d2 = dx * dx + dy * dy + dz * dz;
    const d = Math.sqrt(d2) || 1e-6;
    const here = (nx * dx + ny * dy + nz * dz) / d;
    const there = -(normal[0] * dx + normal[1] * dy + normal[2] * dz) / d;
    out3[i] = here > 0 && there > 0 ? areaM2 * here * there / (Math.PI * d2 + areaM2) : 0;
    if (out3[i] > 5e-4) any = true;
  }
  return any;
}
function skinHollow(open) {
  return SKIN_TO_SKIN * Math.max(0, 0.95 - open) * 0.8;
}
function ownHollow(surface, open) {
  if (surface === SURFACE.skin) return skinHollow(open);
  return surface === SURFACE.cloth || surface === SURFACE.collar ? CLOTH_TO_CLOTH * Math.max(0, CLOTH_OPEN - open) : 0;
}

// core/src/transport/fibre.ts
var TILT = 0.055;
var ROUGH = 0.095;
var AZIMUTH = 0.42;
var gauss = (x, s) => Math.exp(-0.5 * (x / s) ** 2) / s;
function fibre(out3, lx, ly, lz, vx, vy, vz, tx, ty, tz, own, wide, hair2) {
  const si = tx * lx + ty * ly + tz * lz;
  const sr = tx * vx + ty * vy + tz * vz;
  const ci = Math.sqrt(Math.max(1e-4, 1 - si * si));
  const cr = Math.sqrt(Math.max(1e-4, 1 - sr * sr));
  const cphi = clamp(((lx - si * tx) * (vx - sr * tx) + (ly - si * ty) * (vy - sr * ty) + (lz - si * tz) * (vz - sr * tz)) / (ci * cr), -1, 1);
  const half = Math.sqrt(0.5 + 0.5 * cphi);
  const seed = own * 977.7;
  const turn = TILT + 0.16 * (seed - Math.floor(seed) - 0.5);
  const spread3 = 0.35 * wide;
  const R2 = gauss(si + sr + 2 * turn, norm(ROUGH, spread3));
  const TT = gauss(si + sr - turn, norm(ROUGH * 0.6, spread3));
  const TRT = gauss(si + sr - 3 * turn, norm(ROUGH * 1.8, spread3));
  const behind = Math.exp(-((Math.acos(cphi) - Math.PI) ** 2) / (2 * AZIMUTH ** 2));
  const fresnel = 0.045 + 0.5 * (1 - half * ci) ** 5;
  out3.reflected = ci * R2 * 0.25 * half * fresnel * (hair2 ? 1.5 : 0.5);
  out3.through = ci * (TT * behind * 0.23 + 0.04 * (0.5 - 0.5 * cphi));
  out3.scattered = ci * (TRT * (hair2 ? 0.24 : 0.05) * (0.35 + 0.65 * half ** 3) + 0.3 * (0.62 + 0.38 * cphi));
}
function downFibre(out3, lx, ly, lz, vx, vy, vz, tx, ty, tz) {
  const si = tx * lx + ty * ly + tz * lz;
  const sr = tx * vx + ty * vy + tz * vz;
  const ci = Math.sqrt(Math.max(1e-4, 1 - si * si));
  const cr = Math.sqrt(Math.max(1e-4, 1 - sr * sr));
  const cphi = clamp(((lx - si * tx) * (vx - sr * tx) + (ly - si * ty) * (vy - sr * ty) + (lz - si * tz) * (vz - sr * tz)) / (ci * cr), -1, 1);
  const behind = Math.exp(-((Math.acos(cphi) - Math.PI) ** 2) / (2 * AZIMUTH ** 2));
  out3.reflected = 0;
  out3.scattered = ci * (0.35 + 0.35 * cphi + 0.75 * behind);
  out3.through = ci * 0.5 * behind;
}

// core/src/transport/zone-light.ts
var OUTSIDE_M = 0.3;
var INSIDE_M = 0.22;
var HAIR_DEPTH = 0.8;
var HAIR_STEP_M = 6e-3;
var STRANDS = 14;
var NEAR_STRANDS_M = 0.035;
var MOST_KNOWN = 512;
var known = /* @__PURE__ */ new Map();
function placed(stage, probe) {
  if (probe.body === "none") return { place: probe.position, normal: unitVector(probe.normal), base: null, open: 1, on: null };
  const key2 = `${stage.shade.key} ${stage.originM} ${stage.turn.join()} ${probe.surface} ${probe.position.join()} ${probe.normal.join()}`;
  let found = known.get(key2);
  if (!found) {
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(key2, found = onSubject(stage, probe));
  }
  return found;
}
function onSubject(stage, probe) {
  const { shade, originM } = stage;
  const normal = unitVector(probe.normal);
  const at2 = [probe.position[0], probe.position[1] - originM, probe.position[2]];
  const small = Math.min(1, (shade.high[1] - shade.low[1]) / 0.8);
  const out3 = OUTSIDE_M * small;
  const from = [at2[0] + out3 * normal[0], at2[1] + out3 * normal[1], at2[2] + out3 * normal[2]];
  const way = [-normal[0], -normal[1], -normal[2]];
  if (probe.surface === "hair" && shade.hair) {
    const hair2 = inHair(stage, from, way, normal, out3 + INSIDE_M * small);
    if (hair2) return hair2;
  }
  const met = firstHit(shade.bvh, from, way, out3 + INSIDE_M * small);
  if (!met) return { place: toRoom(stage, at2), normal: turnToRoom(stage, normal), base: null, open: 1, on: null };
  const { mesh } = shade;
  const corners = [0, 1, 2].map((k) => mesh.face[3 * met.triangle + k]);
  const shares2 = [1 - met.u - met.v, met.u, met.v];
  const blend2 = (values, k, size) => shares2.reduce((sum2, w, i) => sum2 + w * values[size * corners[i] + k], 0);
  const own = unitVector([0, 1, 2].map((k) => blend2(shade.normal, k, 3)));
  return {
    place: toRoom(stage, [0, 1, 2].map((k) => blend2(mesh.position, k, 3))),
    normal: turnToRoom(stage, own),
    base: shade.surface[corners[0]] === SURFACE.cloth ? unitVector([0, 1, 2].map((k) => blend2(shade.base, k, 3))) : null,
    open: blend2(shade.open, 0, 1),
    on: { surface: shade.surface[corners[0]], corners, shares: shares2, strands: [] }
  };
}
function inHair(stage, from, way, normal, most) {
  const { shade } = stage;
  const solid = firstHit(shade.bvh, from, way, most)?.t ?? most;
  const whole2 = hairOnWay(shade, ...from, ...way, solid);
  if (whole2 < 0.3) return null;
  let t2 = 0;
  while (t2 < solid && whole2 - hairOnWay(shade, from[0] + t2 * way[0], from[1] + t2 * way[1], from[2] + t2 * way[2], ...way, solid - t2) < Math.min(HAIR_DEPTH, 0.6 * whole2)) t2 += HAIR_STEP_M;
  const at2 = [from[0] + t2 * way[0], from[1] + t2 * way[1], from[2] + t2 * way[2]];
  const { place } = shade.strandPoints;
  const near = [];
  for (let i = 0; i < place.length / 3; i++) {
    const d = Math.hypot(place[3 * i] - at2[0], place[3 * i + 1] - at2[1], place[3 * i + 2] - at2[2]);
    if (d < NEAR_STRANDS_M) near.push({ i, d });
  }
  near.sort((a, b) => a.d - b.d);
  const every = Math.max(1, Math.floor(Math.min(near.length, 6 * STRANDS) / STRANDS));
  const strands = near.filter((_, k) => k % every === 0).slice(0, STRANDS).map(({ i }) => i);
  if (strands.length === 0) return null;
  return {
    place: toRoom(stage, at2),
    normal: turnToRoom(stage, normal),
    base: null,
    open: opennessIn(shade, at2),
    on: { surface: SURFACE.skin, corners: [0, 0, 0], shares: [1, 0, 0], strands }
  };
}
function opennessIn(shade, at2) {
  const rays = 18;
  let sum2 = 0;
  for (let i = 0; i < rays; i++) {
    const y = 1 - 2 * (i + 0.5) / rays;
    const r = Math.sqrt(1 - y * y);
    sum2 += (y < -0.2 ? 0.4 : 1) * Math.exp(-hairOnWay(shade, ...at2, r * Math.cos(i * 2.39996), y, r * Math.sin(i * 2.39996), 0.4)) / rays;
  }
  return sum2;
}
var STRAND_ROOM = 0.55;
var patchLights = /* @__PURE__ */ new WeakMap();
function patchLight(reach) {
  let found = patchLights.get(reach);
  if (!found) {
    const { stage } = reach;
    found = Float32Array.from(stage.shade.patches, ({ place, normal }) => lightOn(reach, toRoom(stage, place), turnToRoom(stage, normal), liftOf(SURFACE.cloth)));
    patchLights.set(reach, found);
  }
  return found;
}
function lightOn(reach, place, normal, liftM) {
  let sum2 = straight(reach, place, normal, liftM);
  for (const card of reach.cards) if (!card.tinted) sum2 += byCard(card, reach, place, normal, liftM);
  return sum2;
}
var nodeLights = /* @__PURE__ */ new WeakMap();
function nodeLight(reach, node) {
  let lights = nodeLights.get(reach);
  if (!lights) nodeLights.set(reach, lights = /* @__PURE__ */ new Map());
  let found = lights.get(node);
  if (found === void 0) lights.set(node, found = lightAtNode(reach, node));
  return found;
}
function lightAtNode(reach, node) {
  const { stage } = reach;
  const { mesh, normal } = stage.shade;
  const q = 3 * node;
  const p = mesh.position;
  const [nx, ny, nz] = [normal[q], normal[q + 1], normal[q + 2]];
  const place = toRoom(stage, [p[q], p[q + 1], p[q + 2]]);
  const open = openLight(reach, ...place, ...turnToRoom(stage, [nx, ny, nz]));
  return open > 0 ? open * seenShare(stage, reach.points, p[q], p[q + 1], p[q + 2], nx, ny, nz, liftOf(SURFACE.skin)) : 0;
}
function wideAtNode({ neighbours }, at2, node) {
  const { row, column } = neighbours;
  let sum2 = 0;
  const [from, to] = [row[node], row[node + 1]];
  for (let r = from; r < to; r++) sum2 += at2(column[r]);
  return at2(node) + WIDE_MIX * (sum2 / Math.max(1, to - from) - at2(node));
}
var shares = new Float32Array(64);
var scatter2 = { reflected: 0, through: 0, scattered: 0 };
function bring(reach, at2, eye) {
  const { stage } = reach;
  if (at2.on?.strands.length) return bringHair(reach, at2.on.strands, eye);
  const lift = liftOf(at2.on ? at2.on.surface : null);
  const own3 = at2.base ? toSubject(stage, at2.place) : null;
  const facing2 = (points) => own3 && at2.base ? overHorizon(points, ...own3, ...at2.base) : 1;
  const sharp2 = facing2(reach.points) * straight(reach, at2.place, at2.normal, lift);
  let white2 = 0;
  const cards = [];
  for (const card of reach.cards) {
    const value = facing2(card.points) * byCard(card, reach, at2.place, at2.normal, lift);
    if (card.tinted) cards.push({ board: card.board, value });
    else white2 += value;
  }
  const skin = at2.on && at2.on.surface === SURFACE.skin && at2.on.corners.every((v) => v < stage.shade.nodes) ? at2.on : null;
  const own = (node) => nodeLight(reach, node);
  const near = skin ? skin.corners.reduce((sum2, v, k) => sum2 + skin.shares[k] * own(v), 0) : sharp2;
  const wide = skin ? skin.corners.reduce((sum2, v, k) => sum2 + skin.shares[k] * wideAtNode(stage.shade, own, v), 0) : sharp2;
  const direct = SKIN_SPREAD.map(([a, b, c]) => (skin ? a * sharp2 + b * near + c * wide : sharp2) + white2);
  return {
    direct,
    through: 0,
    mirrored: 0,
    fromCloth: at2.on ? clothOn(reach, at2, at2.on) : 0,
    fromSkin: skin ? skinHollow(at2.open) * wide : 0,
    cards
  };
}
function clothOn(reach, { place, normal, open }, { surface }) {
  const { stage } = reach;
  const [x, y, z] = toSubject(stage, place);
  const [cos, sin] = stage.turn;
  if (!clothShares(shares, stage.shade, surface, open, x, y, z, cos * normal[0] - sin * normal[2], normal[1], sin * normal[0] + cos * normal[2])) return 0;
  const light = patchLight(reach);
  let sum2 = 0;
  for (let i = 0; i < light.length; i++) sum2 += shares[i] * light[i];
  return sum2;
}
function bringHair(reach, strands, eye) {
  const { stage, light, emission } = reach;
  const { place, tangent } = stage.shade.strandPoints;
  const own = toSubject(stage, light.position);
  const from = toSubject(stage, eye);
  let [scattered, through, reflected] = [0, 0, 0];
  const cards = reach.cards.map(({ board }) => ({ board, value: 0 }));
  for (const i of strands) {
    const [x, y, z] = [place[3 * i], place[3 * i + 1], place[3 * i + 2]];
    const room = toRoom(stage, [x, y, z]);
    const l = unitVector([own[0] - x, own[1] - y, own[2] - z]);
    const v = unitVector([from[0] - x, from[1] - y, from[2] - z]);
    const arriving = openFlux(reach, ...room) * seenShare(stage, reach.points, x, y, z, 0, 0, 0, 0);
    fibre(scatter2, ...l, ...v, tangent[3 * i], tangent[3 * i + 1], tangent[3 * i + 2], 1, emission.radiusM / Math.hypot(own[0] - x, own[1] - y, own[2] - z), true);
    scattered += arriving * scatter2.scattered;
    through += arriving * scatter2.through;
    reflected += arriving * scatter2.reflected;
    reach.cards.forEach((card, k) => cards[k].value += STRAND_ROOM * byCard(card, reach, room, v, 0));
  }
  const n = strands.length;
  const white2 = reach.cards.reduce((sum2, { tinted: tinted2 }, k) => sum2 + (tinted2 ? 0 : cards[k].value / n), 0);
  const d = scattered / n + white2;
  return {
    direct: [d, d, d],
    through: through / n,
    mirrored: reflected / n,
    fromCloth: 0,
    fromSkin: 0,
    cards: cards.flatMap(({ board, value }, k) => reach.cards[k].tinted ? [{ board, value: value / n }] : [])
  };
}

// core/src/transport/room.ts
var BEHIND_BACKDROP_M = 0.05;
var RAYS = 160;
var LARGEST_MEAN_REFLECTANCE = 0.95;
var GOLDEN_ANGLE = Math.PI * (3 - Math.sqrt(5));
function roomBox({ room, backdrop: backdrop2 }) {
  const back = -backdrop2.distanceM - BEHIND_BACKDROP_M;
  return { low: [-room.widthM / 2, 0, back], high: [room.widthM / 2, room.heightM, back + room.depthM] };
}
function boxArea({ low, high }) {
  const [w, h, d] = minus(high, low);
  return { walls: 2 * (w + d) * h, floor: w * d, total: 2 * (w * d + (w + d) * h) };
}
function landedFlux(look, light, forms) {
  const flux = { walls: 0, ceiling: 0, floor: 0, backdrop: 0 };
  const emission = emissionOf(light);
  const box2 = roomBox(look);
  const origin = insideBox(light.position, box2);
  const { axis, right: side, up } = emission;
  const widest = coneOf(light.modifier);
  const capSr = 2 * Math.PI * (1 - Math.cos(widest));
  for (let i = 0; i < RAYS; i++) {
    const cosine = 1 - (i + 0.5) / RAYS * (1 - Math.cos(widest));
    const angle = Math.acos(cosine);
    const turn = i * GOLDEN_ANGLE;
    const sine = Math.sin(angle);
    const cx = sine * Math.cos(turn);
    const cy = sine * Math.sin(turn);
    const direction = [
      axis[0] * cosine + side[0] * cx + up[0] * cy,
      axis[1] * cosine + side[1] * cx + up[1] * cy,
      axis[2] * cosine + side[2] * cx + up[2] * cy
    ];
    const intensity = emission.towards(...direction);
    if (intensity === 0) continue;
    const { group, at: at2 } = meets2(origin, direction, box2, look);
    flux[group] += intensity * capSr / RAYS * clearWay(at2, origin, forms);
  }
  return flux;
}
function coneOf({ beam, gridDeg, spill }) {
  if (spill > 0) return Math.PI;
  const grid = gridDeg === null ? Math.PI : gridDeg * Math.PI / 180;
  const own = beam.kind === "bare" ? Math.PI : beam.kind === "diffuse" ? Math.PI / 2 : Math.min(
    Math.PI,
    (beam.kind === "table" ? beam.anglesDeg.at(-1) : beam.kind === "zoom" ? zoomLens(beam, beam.zoom).fieldDeg : beam.fieldDeg) * Math.PI / 180
  );
  return Math.min(grid, own);
}
function insideBox(point2, { low, high }) {
  const inside = (i) => Math.min(high[i] - 0.01, Math.max(low[i] + 0.01, point2[i]));
  return [inside(0), inside(1), inside(2)];
}
function meets2(origin, direction, { low, high }, look) {
  let nearest = Infinity;
  let plane = 0;
  for (const axis of [0, 1, 2]) {
    const speed = direction[axis];
    if (Math.abs(speed) < 1e-9) continue;
    const t2 = ((speed > 0 ? high[axis] : low[axis]) - origin[axis]) / speed;
    if (t2 < nearest) [nearest, plane] = [t2, axis];
  }
  const at2 = plus(origin, direction, nearest);
  if (plane === 1) return { group: direction[1] > 0 ? "ceiling" : "floor", at: at2 };
  const onBackdrop = look.backdrop.type !== "none" && plane === 2 && direction[2] < 0 && (look.backdrop.type === "wall" || Math.abs(at2[0]) <= look.backdrop.widthM / 2);
  return { group: onBackdrop ? "backdrop" : "walls", at: at2 };
}
function washFactor(look, landed, backdrop2, walls) {
  const { room } = look;
  const box2 = roomBox(look);
  const area = boxArea(box2);
  const { type, widthM } = look.backdrop;
  const backdropArea = type === "none" ? 0 : (type === "wall" ? room.widthM : Math.min(widthM, room.widthM)) * room.heightM;
  const out3 = new Float64Array(GRID_SIZE);
  for (let i = 0; i < GRID_SIZE; i++) {
    const rho = backdrop2[i];
    const wall = walls[i];
    const reflected = (area.walls - backdropArea) * wall + area.floor * (room.ceiling + room.floor) + backdropArea * rho;
    const mean = Math.min(LARGEST_MEAN_REFLECTANCE, reflected / area.total);
    const sent = landed.walls * wall + landed.ceiling * room.ceiling + landed.floor * room.floor + landed.backdrop * rho;
    out3[i] = sent / ((1 - mean) * area.total);
  }
  return out3;
}
function throwM(light) {
  return lengthOf(minus(light.aim, light.position));
}

// core/src/transport/view.ts
function viewOf(look, width, height) {
  const { focalMm, sensorWidthMm, sensorHeightMm, distanceM } = look.camera;
  const aspect = width / height;
  const sensorAspect = sensorWidthMm / sensorHeightMm;
  const halfHeight = (aspect > sensorAspect ? sensorWidthMm / aspect : sensorHeightMm) / (2 * focalMm);
  const face = look.subject.faceHeightM;
  const y = tableOf(look.subject) ? face + 0.02 : face - 0.02;
  const drop = overMiddle(look.subject) * halfHeight;
  const length = Math.hypot(1, drop);
  return {
    width,
    height,
    eye: [0, y, distanceM],
    right: [1, 0, 0],
    up: [0, 1 / length, -drop / length],
    forward: [0, -drop / length, -1 / length],
    halfHeight,
    halfWidth: halfHeight * aspect
  };
}

// core/src/look/scene.ts
var FIGURES = 5;
var [R, Y, E] = [0, 3, 4];
var AMBIENT_ID = "ambient";
var KNOT_STOPS = 1 / 3;
function compileScene(look) {
  const lookup = lookupIn(look.spectra);
  const { camera: settings2 } = look;
  const camera = inField("camera", () => {
    checkExposureSettings(settings2);
    return makeCamera({
      sensor: resolveSensor(settings2, lookup),
      headroomStops: settings2.headroomStops,
      curve: settings2.curve,
      whiteK: settings2.whiteK,
      tintDuv: settings2.tintDuv
    });
  });
  const surfaces = surfacesOf(look, camera);
  const set = setOf(look, lookup);
  const anySolo = look.lights.some((light) => light.on && light.solo);
  const lights = look.lights.map(
    (light, index) => inField(
      `lights[${index}]`,
      () => compileLight(look, light, index, light.on && !light.muted && (!anySolo || light.solo), surfaces, set, lookup)
    )
  );
  return {
    look,
    camera,
    probes: look.probes.map(({ surface }, p) => ({ ...surfaces.probe(surface), open: set.places[p].open * set.fade[p] })),
    lights: [...lights, compileAmbient(look, surfaces, set, !anySolo, lookup)]
  };
}
function setOf(look, lookup) {
  const stage = stageOf(look);
  const view = viewOf(look, 3, 2);
  const places = look.probes.map((probe) => placed(stage, probe));
  const away = (from, to) => Math.hypot(from[0] - to[0], from[1] - to[1], from[2] - to[2]);
  return {
    stage,
    view,
    places,
    fade: places.map(({ place }) => Math.exp(-look.air.hazePerM * away(view.eye, place))),
    walls: wallReflectance(look, lookup),
    tints: look.boards.map((board, i) => tintOf(board, i, lookup))
  };
}
function surfacesOf(look, camera) {
  const reflectances = reflectancesOf(look);
  const known2 = /* @__PURE__ */ new Map();
  const reflectance = (surface) => surface === "white" ? flat(1) : surface === "hair-through" ? reflectances.of(surface) : reflectances.ofProbe(surface);
  const weigh = (rho) => [
    ...camera.sensor.map((s, c) => product(s, rho).map((v) => v / camera.whiteResponse[c])),
    product(yBar, rho)
  ];
  return {
    reflectances,
    probe: (surface) => {
      const rho = reflectance(surface);
      return { reflectance: rho, white: balancedTriple(camera, product(camera.white, rho)) };
    },
    weights: (surface, before2) => {
      const key2 = `${surface} ${before2 ?? ""}`;
      let found = known2.get(key2);
      if (!found) {
        const rho = reflectance(surface);
        known2.set(key2, found = weigh(before2 ? product(rho, reflectances.of(before2)) : rho));
      }
      return found;
    }
  };
}
function exposureOfLuxSecond(look) {
  return 2 ** stopsOverMeter(1, look.camera);
}
function fullExposure(look, light, lookup = lookupIn(look.spectra)) {
  const { fixture: fixture2, modifier: modifier2 } = light;
  const loss = 2 ** (light.unit.outputStops + lampStops(light) - modifier2.lossStops);
  const luxSeconds = fixture2.kind === "flash" ? METER_CONSTANT_LXS * fixture2.guideNumberM ** 2 / 100 * flashShutterShare(look.camera) : continuousLuxSeconds(fullLux(light, lookup) / nearFieldRatio(modifier2.face, 1), look.camera);
  return luxSeconds * loss * zoomGain(modifier2.beam) * light.pieces * exposureOfLuxSecond(look);
}
function compileLight(look, light, index, active, surfaces, set, lookup) {
  const full = fullExposure(look, light, lookup);
  const landed = landedFlux(look, light, subjectForms(look));
  const wash = washFactor(look, landed, surfaces.reflectances.of("backdrop"), set.walls).map((v) => v * full);
  const at2 = contributions(look, light, full, set);
  const filter = resolveFilter(light, lookup);
  const spectrumAt = (stops) => product(resolveSource(light, stops, lookup), filter);
  const filtered = spectrumAt(light.powerStops);
  const figures2 = (spectrum) => figuresOf(look, spectrum, at2, wash, surfaces, set);
  const knots = colourMovesWithLevel(light.fixture) ? knotStops(light.fixture.minStops).map((stops) => ({ stops, figures: figures2(spectrumAt(stops)) })) : [{ stops: 0, figures: figures2(filtered) }];
  return {
    id: light.id,
    name: light.name,
    index,
    active,
    powerStops: light.powerStops,
    zone: look.probes.findIndex(({ id: id2 }) => id2 === light.zone),
    knots,
    filtered
  };
}
function knotStops(minStops) {
  const count = Math.max(1, Math.ceil(-minStops / KNOT_STOPS));
  return Array.from({ length: count + 1 }, (_, i) => minStops * (1 - i / count));
}
var MOST_GEOMETRIES = 256;
var geometries = /* @__PURE__ */ new Map();
function geometryOf(look, light, set) {
  const { stage, view, places } = set;
  const { position, aim, rollDeg, modifier: modifier2 } = light;
  const { face, beam, gridDeg, cut: cut2, spill } = modifier2;
  const key2 = JSON.stringify([
    [position, aim, rollDeg, face, beam, gridDeg, cut2, spill],
    [stage.shade.key, stage.originM, stage.turn, stage.boards, stage.hazePerM, view.eye, view.forward],
    look.probes.map(({ surface, body, position: at2, normal }) => [surface, body, at2, normal])
  ]);
  let found = geometries.get(key2);
  if (found) geometries.delete(key2);
  else {
    const reach = reaching(light, stage);
    const { veil } = flareOf(reach, stage, view.eye, view.forward);
    found = places.map((at2) => ({
      ...bring(reach, at2, view.eye),
      open: at2.open * (at2.on?.strands.length ? STRAND_ROOM : 1),
      hollow: at2.on ? at2.open * ownHollow(at2.on.surface, at2.open) : 0,
      air: veil + inScatter(reach, stage, stage.hazePerM, view.eye, at2.place)
    }));
  }
  geometries.set(key2, found);
  if (geometries.size > MOST_GEOMETRIES) geometries.delete(geometries.keys().next().value);
  return found;
}
function contributions(look, light, full, set) {
  return geometryOf(look, light, set).map((one, p) => {
    const dim = full * set.fade[p];
    const [r, g, b] = one.direct;
    return {
      direct: [dim * r, dim * g, dim * b],
      through: dim * one.through,
      mirrored: dim * one.mirrored,
      fromCloth: dim * one.fromCloth,
      fromSkin: dim * one.fromSkin,
      cards: one.cards.map(({ board, value }) => ({ board, value: dim * value })),
      open: one.open * set.fade[p],
      hollow: one.hollow * set.fade[p],
      air: full * one.air
    };
  });
}
var HOLLOW_OF = { skin: "skin", wardrobe: "wardrobe" };
function figuresOf(look, spectrum, at2, wash, surfaces, { tints }) {
  const washed = product(spectrum, wash);
  const known2 = /* @__PURE__ */ new Map();
  const terms = (key2, light, weights) => {
    let found = known2.get(key2);
    if (!found) {
      const own = light();
      known2.set(key2, found = weights().map((w) => dot(own, w)));
    }
    return found;
  };
  const luminous = dot(spectrum, yBar);
  const washLuminous = dot(washed, yBar);
  const out3 = new Float64Array(look.probes.length * FIGURES);
  look.probes.forEach(({ surface }, p) => {
    const { direct, through, mirrored, fromCloth, fromSkin, open, hollow, cards, air } = at2[p];
    const own = terms(surface, () => spectrum, () => surfaces.weights(surface));
    for (let c = 0; c < 3; c++) out3[p * FIGURES + c] += direct[c] * own[c];
    out3[p * FIGURES + Y] += direct[1] * own[Y];
    const add2 = (times2, figures2) => {
      if (times2 === 0) return;
      const own2 = figures2();
      for (let c = R; c <= Y; c++) out3[p * FIGURES + c] += times2 * own2[c];
    };
    const by = (light, name2, ...of) => () => terms(`${name2} ${of.join(" ")}`, () => light, () => surfaces.weights(...of));
    const kind = HOLLOW_OF[surface];
    add2(open, by(washed, "wash", surface));
    if (kind) add2(hollow, by(washed, "wash", surface, kind));
    add2(through, by(spectrum, "light", "hair-through"));
    add2(mirrored + air, by(spectrum, "light", "white"));
    add2(fromCloth, by(spectrum, "light", surface, "wardrobe"));
    add2(fromSkin, by(spectrum, "light", surface, "skin"));
    let incident = (direct[1] + through + mirrored) * luminous + open * washLuminous;
    for (const { board, value } of cards) {
      const tinted2 = () => product(spectrum, tints[board]);
      add2(value, () => terms(`${surface} card ${board}`, tinted2, () => surfaces.weights(surface)));
      incident += value * terms(`card ${board}`, tinted2, () => [yBar])[0];
    }
    out3[p * FIGURES + E] = incident;
  });
  return out3;
}
function ambientLux({ lux, blackoutStops }) {
  return lux * 2 ** -blackoutStops;
}
function compileAmbient(look, surfaces, set, active, lookup) {
  const spectrum = inField("ambient.source", () => spectrumOfSource(look.ambient.source, lookup));
  const exposure = continuousLuxSeconds(ambientLux(look.ambient), look.camera) * exposureOfLuxSecond(look);
  const none = new Float64Array(spectrum.length);
  const at2 = set.places.map(({ open, on }, p) => {
    const level = exposure * open * set.fade[p] * (on?.strands.length ? STRAND_ROOM : 1);
    const again = on ? exposure * open * set.fade[p] * ownHollow(on.surface, open) : 0;
    const kind = HOLLOW_OF[look.probes[p].surface];
    return {
      direct: [level, level, level],
      through: 0,
      mirrored: 0,
      fromCloth: kind === "wardrobe" ? again : 0,
      fromSkin: kind === "skin" ? again : 0,
      open: 0,
      hollow: 0,
      cards: [],
      air: 0
    };
  });
  return {
    id: AMBIENT_ID,
    name: "Ambient",
    index: -1,
    active: active && look.ambient.lux > 0,
    powerStops: 0,
    zone: -1,
    knots: [{ stops: 0, figures: figuresOf(look, spectrum, at2, none, surfaces, set) }],
    filtered: spectrum
  };
}
function addFigures(out3, light, probe, stops, sign = 1) {
  addRange(out3, light, probe * FIGURES, FIGURES, stops, sign);
}
function addAllFigures(out3, light, stops) {
  addRange(out3, light, 0, out3.length, stops, 1);
}
function addRange(out3, { knots }, at2, count, stops, sign) {
  const scale = sign * Math.exp(stops * Math.LN2);
  if (knots.length === 1) {
    const { figures: figures2 } = knots[0];
    for (let c = 0; c < count; c++) out3[c] += scale * figures2[at2 + c];
    return;
  }
  const last = knots.length - 1;
  const spacing = knots[1].stops - knots[0].stops;
  const place = Math.min(last, Math.max(0, (stops - knots[0].stops) / spacing));
  const i = Math.min(last - 1, Math.floor(place));
  const t2 = place - i;
  const low = knots[i].figures;
  const high = knots[i + 1].figures;
  for (let c = 0; c < count; c++) out3[c] += scale * (low[at2 + c] * (1 - t2) + high[at2 + c] * t2);
}
function colourMoves(light) {
  return light.knots.length > 1;
}
function totalFigures(scene, probe, powers) {
  const out3 = new Float64Array(FIGURES);
  scene.lights.forEach((light, l) => {
    if (light.active) addFigures(out3, light, probe, powers ? powers[l] : light.powerStops);
  });
  return out3;
}

// core/src/capture/drag.ts
function pathOnSensor({ motion, camera }) {
  const mm = motion.speedMS * camera.shutterS * camera.focalMm / camera.distanceM;
  return { mm, share: mm / camera.sensorWidthMm };
}
var rgb2 = new Float64Array(3);

// core/src/picture/parts.ts
function rangeOf(pixel, p) {
  let low = 0;
  let high = pixel.length;
  while (low < high) {
    const mid = low + high >> 1;
    if (pixel[mid] < p) low = mid + 1;
    else high = mid;
  }
  let to = low;
  while (to < pixel.length && pixel[to] === p) to++;
  return [low, to];
}
function partAt(seen, p) {
  const { fragments: f, room, strands, view } = seen;
  const [from, to] = rangeOf(f.pixel, p);
  let best = -1;
  for (let i = from; i < to; i++) if (best < 0 || f.share[i] > f.share[best]) best = i;
  const at2 = (values, i) => [values[3 * i], values[3 * i + 1], values[3 * i + 2]];
  const covered = best >= 0 ? f.share[best] : 0;
  const glass = best >= 0 && f.surface[best] === SURFACE.glass;
  const inHair2 = strands ? 1 - strands.shares.left[p] : 0;
  if (inHair2 > 0.5 && inHair2 > covered) {
    const way = seen.wayM[p];
    const near = best >= 0 ? at2(f.place, best) : [view.eye[0] + way * view.forward[0], view.eye[1] + way * view.forward[1], view.eye[2] + way * view.forward[2]];
    return { material: "hair", place: near };
  }
  const part = room.pixel.indexOf(p);
  if (best >= 0 && !glass && (part < 0 || covered >= room.share[part])) {
    const names = SURFACE_MATERIALS[f.surface[best]];
    let most = 0;
    names.forEach((_, k) => {
      if (f.mix[6 * best + k] > f.mix[6 * best + most]) most = k;
    });
    return { material: names[most], place: at2(f.place, best) };
  }
  const own = glass ? lastOf(room.pixel, p, room.through) : part;
  if (own < 0) return { material: best >= 0 ? SURFACE_MATERIALS[f.surface[best]][0] : "wall", place: best >= 0 ? at2(f.place, best) : [0, 0, 0] };
  const m = room.material[own];
  return { material: m >= LIQUID ? "liquid" : MATERIAL_NAMES[m], place: at2(room.place, own) };
}
function lastOf(pixel, p, from) {
  for (let i = from; i < pixel.length; i++) if (pixel[i] === p) return i;
  return pixel.indexOf(p);
}
var NOTHING = 0;
var IS_SKIN = 1;
var IS_HAIR = 2;
function skinAndHair({ width, height, fragments: f, strands }) {
  const kind = new Uint8Array(width * height);
  const skin = new Float32Array(width * height);
  for (let i = 0; i < f.count; i++) if (f.surface[i] === SURFACE.skin) skin[f.pixel[i]] += f.share[i];
  for (let p = 0; p < kind.length; p++) {
    const hair2 = strands ? 1 - strands.shares.left[p] : 0;
    kind[p] = hair2 > 0.55 ? IS_HAIR : skin[p] > 0.55 ? IS_SKIN : NOTHING;
  }
  return kind;
}
var LAMP_PLACE = 3 * MATERIAL.lamp;

// core/src/exposure/stops.ts
function formatStops(stops, decimals = 1) {
  if (stops === -Infinity) return "none";
  const text2 = Math.abs(stops).toFixed(decimals);
  if (Number(text2) === 0) return text2;
  return `${stops < 0 ? "-" : "+"}${text2}`;
}
function formatFlashPower(stopsUnderFull, stepStops) {
  const perStop = Math.round(1 / stepStops);
  const steps = Math.round(stopsUnderFull * perStop);
  const whole2 = Math.floor(steps / perStop);
  const over = steps - whole2 * perStop;
  const fraction = `1/${2 ** -whole2}`;
  if (over === 0) return fraction;
  return perStop === 10 ? `${fraction} +0.${over}` : `${fraction} +${over}/${perStop}`;
}
function formatPercent(stopsUnderFull) {
  const percent2 = 100 * 2 ** stopsUnderFull;
  const rounded = percent2 >= 10 ? Math.round(percent2) : Math.round(percent2 * 10) / 10;
  return `${rounded} %`;
}

// core/src/look/verdict.ts
var CHANNEL_NAMES = { R: "Red", G: "Green", B: "Blue" };
var EDGE_STOPS = 5e-3;
var WASHES_OUT = 0.1;
var stopsText = (stops) => `${Math.abs(stops).toFixed(1)} ${Number(Math.abs(stops).toFixed(1)) <= 1 ? "stop" : "stops"}`;
function verdictOf(reading, probeName) {
  const { stops, window, firstClip, best, spoiler, isWhite } = reading;
  const channel = `${CHANNEL_NAMES[firstClip.channel]} channel`;
  if (!reading.active) return { kind: "silent", text: "Not in the picture now." };
  if (stops === -Infinity) return { kind: "unreached", text: `Does not reach the ${probeName.toLowerCase()}: move or turn it.` };
  if (firstClip.stops === -Infinity)
    return { kind: "crowded", text: `Other light already clips the ${probeName.toLowerCase()}.` };
  const toClip = firstClip.stops - stops;
  if (toClip < 0) return { kind: "clipped", text: `${channel} clips: ${stopsText(toClip)} too hot.` };
  if (!window) {
    const at2 = best ? `at best ${Math.round(best.vividness * 100)} % vivid` : "no room under the clip";
    const cause = spoiler ? ` ${spoiler.name} washes it out: ${Math.round(spoiler.vividness * 100)} % without it.` : "";
    return { kind: "diluted", text: `Washed out: ${at2}.${cause}` };
  }
  if (stops < window.lowStops - EDGE_STOPS) {
    const worst = reading.dilution[0];
    if (worst && worst.vividnessLost >= WASHES_OUT) {
      return { kind: "diluted", text: `Washed out by ${worst.name}: ${stopsText(window.lowStops - stops)} under its window.` };
    }
    return {
      kind: "dark",
      text: `Too dark to read as ${isWhite ? "light" : "colour"}: ${stopsText(window.lowStops - stops)} under its window.`
    };
  }
  if (stops > window.highStops + EDGE_STOPS) {
    if (toClip <= 0.11)
      return { kind: "vivid", text: `On the edge: ${channel.toLowerCase()} clips ${toClip.toFixed(2)} stop above.` };
    return { kind: "diluted", text: `Colour gives way: ${stopsText(stops - window.highStops)} over its window.` };
  }
  if (isWhite) return { kind: "white", text: `Clean: ${stopsText(toClip)} to the first clip.` };
  const place = reading.place ?? 0;
  const word = place < 1 / 3 ? "Deep" : place < 2 / 3 ? "Middle" : "Brilliant";
  return { kind: "vivid", text: `${word}: ${stopsText(toClip)} until the ${channel.toLowerCase()} clips.` };
}

// core/src/look/zone.ts
var Y2 = 3;
var standing = new Float64Array(FIGURES);
var sum = new Float64Array(FIGURES);
function zoneLights(scene, l) {
  const { zone } = scene.lights[l];
  return scene.lights.flatMap((light, i) => i === l || light.active && light.zone === zone && light.index >= 0 ? [i] : []);
}
function sceneZone(scene, probe, lights, powers, total = totalFigures(scene, probe, powers)) {
  const powerOf = (l) => powers ? powers[l] : scene.lights[l].powerStops;
  standing.set(total);
  sum.fill(0);
  for (const l of lights) {
    const light = scene.lights[l];
    addFigures(sum, light, probe, powerOf(l));
    if (light.active) addFigures(standing, light, probe, powerOf(l), -1);
  }
  const reaches = sum[Y2] > 1e-12;
  const stops = reaches ? Math.log2(sum[Y2] / MID_GREY) : -Infinity;
  const k = reaches ? MID_GREY / sum[Y2] : 0;
  const unit2 = reaches ? [sum[0] * k, sum[1] * k, sum[2] * k] : colourOnSurface(scene, probe, scene.lights[lights[0]]);
  const moving = reaches && lights.some((l) => colourMoves(scene.lights[l]));
  return {
    camera: scene.camera,
    base: [Math.max(0, standing[0]), Math.max(0, standing[1]), Math.max(0, standing[2])],
    unit: unit2,
    white: scene.probes[probe].white,
    unitAt: moving ? (at2) => movedUnit(scene, probe, lights, powerOf, at2 - stops) : void 0,
    probe,
    lights,
    stops
  };
}
function movedUnit(scene, probe, lights, powerOf, byStops) {
  sum.fill(0);
  for (const l of lights) addFigures(sum, scene.lights[l], probe, powerOf(l) + byStops);
  const k = MID_GREY / sum[Y2];
  return [sum[0] * k, sum[1] * k, sum[2] * k];
}
function colourOnSurface(scene, probe, light) {
  const reflected = product(light.filtered, scene.probes[probe].reflectance);
  const photopic = luminousSum(reflected);
  const triple2 = balancedTriple(scene.camera, reflected);
  const k = photopic > 0 ? MID_GREY / photopic : 0;
  return [triple2[0] * k, triple2[1] * k, triple2[2] * k];
}

// core/src/look/evaluate.ts
var [Y3, E2] = [3, 4];
var STRIP_FROM_STOPS = -6;
var STRIP_TO_STOPS = 4;
var STRIP_STEP_STOPS = 0.125;
var KEY_PROBE_ID = "face-key";
var SILHOUETTE = [
  ["hair-left", "backdrop-left"],
  ["hair-right", "backdrop-right"]
];
var SWATCH_LEVEL = 0.8;
function readScene(scene) {
  const { look, camera } = scene;
  return {
    keyStops: keyStopsOf(scene),
    exposure: {
      whiteBalanceCostStops: camera.whiteBalanceCostStops,
      whiteClipStops: Math.log2(camera.whiteClip / MID_GREY),
      flashShutterLossStops: -Math.log2(flashShutterShare(look.camera))
    },
    separation: separationOf(scene),
    probes: look.probes.map((_, p) => readProbe(scene, p)),
    lights: look.lights.map((_, l) => readLight(scene, l)),
    ambient: readAmbientRow(scene),
    notes: notesOf(look)
  };
}
function keyStopsOf(scene, powers) {
  const probe = Math.max(
    0,
    scene.look.probes.findIndex(({ id: id2 }) => id2 === KEY_PROBE_ID)
  );
  return Math.log2(totalFigures(scene, probe, powers)[E2]);
}
function separationOf(scene, powers) {
  const index = (id2) => scene.look.probes.findIndex((probe) => probe.id === id2);
  const differences = SILHOUETTE.flatMap(([edge2, behind]) => {
    const [p, q] = [index(edge2), index(behind)];
    return p < 0 || q < 0 ? [] : [oklabDistance(recordedLab(scene, p, powers), recordedLab(scene, q, powers))];
  });
  return differences.length ? Math.min(...differences) : 0;
}
var rgb3 = new Float64Array(3);
function recordedLab(scene, probe, powers) {
  const total = totalFigures(scene, probe, powers);
  recordInto(rgb3, scene.camera, total[0], total[1], total[2]);
  return oklabOf(rgb3[0], rgb3[1], rgb3[2]);
}
function readProbe(scene, p) {
  const { camera, look } = scene;
  const probe = look.probes[p];
  const total = totalFigures(scene, p);
  const [r, g, b] = [total[0], total[1], total[2]];
  recordInto(rgb3, camera, r, g, b);
  const recorded = [rgb3[0], rgb3[1], rgb3[2]];
  linearOutputInto(rgb3, camera, r, g, b);
  const unclipped = [rgb3[0], rgb3[1], rgb3[2]];
  const lab2 = oklabOf(...recorded);
  const named = scene.lights.flatMap((light, l) => light.active && light.zone === p ? [l] : []);
  const colourLights = named.length ? named : scene.lights.flatMap((light, l) => light.active ? [l] : []);
  return {
    id: probe.id,
    name: probe.name,
    hex: hexOfLinear(...recorded),
    recorded,
    unclipped,
    stops: Math.log2(total[Y3] / MID_GREY),
    channelStops: [stopsFromGrey(r), stopsFromGrey(g), stopsFromGrey(b)],
    lightness: lab2.L,
    chroma: chromaOf(lab2),
    hueDeg: hueDegOf(lab2),
    vividness: colourLights.length ? presentVividness(scene, p, colourLights) : 0,
    headroom: headroomOf(camera, r, g, b),
    clipped: clippedChannels(camera, r, g, b),
    shares: sharesAt(scene, p, total[E2]),
    colourLights: colourLights.map((l) => scene.lights[l].id)
  };
}
function stopsFromGrey(value) {
  return Math.log2(Math.max(0, value) / MID_GREY);
}
function presentVividness(scene, probe, lights) {
  const zone = sceneZone(scene, probe, lights);
  return zone.stops === -Infinity ? 0 : zoneVividness(zone)(zone.stops);
}
function sharesAt(scene, probe, incident) {
  if (!(incident > 0)) return [];
  return scene.lights.filter((light) => light.active).map((light) => {
    const own = new Float64Array(FIGURES);
    addFigures(own, light, probe, light.powerStops);
    return { lightId: light.id, name: light.name, share: own[E2] / incident };
  }).sort((a, b) => b.share - a.share);
}
function readLight(scene, l) {
  const { camera, look } = scene;
  const light = scene.lights[l];
  const lights = zoneLights(scene, l);
  const zone = sceneZone(scene, light.zone, lights);
  const own = new Float64Array(FIGURES);
  addFigures(own, light, light.zone, light.powerStops);
  const stops = own[Y3] > 1e-12 ? Math.log2(own[Y3] / MID_GREY) : -Infinity;
  const shift = stops === -Infinity || zone.stops === -Infinity ? 0 : stops - zone.stops;
  const found = vividWindow(zone);
  const window = found.window && {
    ...found.window,
    lowStops: found.window.lowStops + shift,
    highStops: found.window.highStops + shift
  };
  const clip = zoneFirstClip(zone);
  const colour = ownColour(camera, zone.unit, zone.white);
  const isWhite = colour.purity < WHITE_BELOW;
  const lamp2 = look.lights[l];
  const { fixture: fixture2 } = lamp2;
  const filter = resolveFilter(lamp2, lookupIn(look.spectra));
  const bare = resolveSource(lamp2, light.powerStops, lookupIn(look.spectra));
  const reading = {
    id: light.id,
    name: light.name,
    active: light.active,
    probe: look.probes[light.zone].id,
    stops,
    reach: { lowStops: stops - light.powerStops + fixture2.minStops, highStops: stops - light.powerStops },
    window,
    place: window && !isWhite && stops !== -Infinity ? placeInWindow(window, stops) : null,
    best: found.best && { ...found.best, stops: found.best.stops + shift },
    spoiler: found.window || isWhite ? null : spoilerOf(scene, zone.probe, lights, zone),
    firstClip: { ...clip, stops: clip.stops + shift },
    purity: colour.purity,
    isWhite,
    vividness: zone.stops === -Infinity ? 0 : zoneVividness(zone)(zone.stops),
    aboveClip: isWhite ? null : aboveClipOf(zone),
    strip: stripOf(zone, lights.length === 1 ? zone : sceneZone(scene, light.zone, [l]), shift, window),
    dilution: isWhite || !light.active ? [] : dilutionOf(scene, zone.probe, lights, zone),
    stopsLost: stopsLost(luminousTransmittance(bare, filter)),
    channelStopsLost: channelStopsLost(bare, filter, camera.sensor),
    hex: swatchHex(camera, responses(camera.sensor, light.filtered))
  };
  return { ...reading, verdict: verdictOf(reading, look.probes[light.zone].name) };
}
function readAmbientRow(scene) {
  const { look, camera } = scene;
  const l = scene.lights.length - 1;
  const light = scene.lights[l];
  const probe = Math.max(
    0,
    look.probes.findIndex(({ id: id2 }) => id2 === KEY_PROBE_ID)
  );
  const zone = sceneZone(scene, probe, [l]);
  const leads = look.probes.map((one, p) => ({
    id: one.id,
    total: totalFigures(scene, p)[Y3],
    first: sharesAt(scene, p, totalFigures(scene, p)[E2])[0]
  })).filter(({ first }) => first?.lightId === AMBIENT_ID).sort((a, b) => b.total - a.total)[0];
  return {
    active: light.active,
    probe: look.probes[probe].id,
    stops: zone.stops,
    strip: stripOf(zone, zone, 0, null),
    hex: swatchHex(camera, responses(camera.sensor, light.filtered)),
    leadsAt: leads?.id ?? null
  };
}
function spoilerOf(scene, probe, lights, zone) {
  let worst = null;
  const before2 = vividWindow(zone).best?.vividness ?? 0;
  for (const [other, base] of basesWithout(scene, probe, lights, zone)) {
    const best = vividWindow({ ...zone, base }).best?.vividness ?? 0;
    if (best > (worst?.vividness ?? before2)) {
      const { id: id2, name: name2 } = scene.lights[other];
      worst = { lightId: id2, name: name2, vividness: best };
    }
  }
  return worst;
}
function basesWithout(scene, probe, lights, zone) {
  return scene.lights.flatMap((light, other) => {
    if (!light.active || lights.includes(other)) return [];
    const its = new Float64Array(FIGURES);
    addFigures(its, light, probe, light.powerStops);
    const left = (c) => Math.max(0, zone.base[c] - its[c]);
    return [[other, [left(0), left(1), left(2)]]];
  });
}
function dilutionOf(scene, probe, lights, zone) {
  if (zone.stops === -Infinity) return [];
  const incident = totalFigures(scene, probe)[E2];
  const shares2 = new Map(sharesAt(scene, probe, incident).map(({ lightId, share }) => [lightId, share]));
  const present = zoneVividness(zone)(zone.stops);
  return basesWithout(scene, probe, lights, zone).map(([other, base]) => {
    const { id: id2, name: name2 } = scene.lights[other];
    return {
      lightId: id2,
      name: name2,
      share: shares2.get(id2) ?? 0,
      vividnessLost: zoneVividness({ ...zone, base })(zone.stops) - present
    };
  }).filter(({ share, vividnessLost }) => share >= 1e-3 || vividnessLost >= 1e-3).sort((a, b) => b.vividnessLost - a.vividnessLost || b.share - a.share);
}
function aboveClipOf(zone) {
  const alone = { ...zone, base: [0, 0, 0] };
  const stops = zoneFirstClip(alone).stops + 1;
  const unit2 = zone.unitAt?.(stops) ?? zone.unit;
  const colour = ownColour(zone.camera, unit2, zone.white);
  const hueAt = (x2, clipped) => {
    if (clipped) recordInto(rgb3, zone.camera, x2 * unit2[0], x2 * unit2[1], x2 * unit2[2]);
    else linearOutputInto(rgb3, zone.camera, x2 * unit2[0], x2 * unit2[1], x2 * unit2[2]);
    return hueDegOf(oklabOf(rgb3[0], rgb3[1], rgb3[2]));
  };
  const x = 2 ** stops;
  return {
    purityKept: Math.min(1, recordedPurity(zone.camera, colour, x * unit2[0], x * unit2[1], x * unit2[2]) / colour.purity),
    hueDriftDeg: hueDifferenceDeg(hueAt(x, false), hueAt(x, true))
  };
}
function stripOf(zone, ownZone, shift, window) {
  const fromStops = Math.min(STRIP_FROM_STOPS, window && !window.lowOpen ? Math.floor(window.lowStops) : STRIP_FROM_STOPS);
  const toStops = Math.max(STRIP_TO_STOPS, window ? Math.ceil(window.highStops) : STRIP_TO_STOPS);
  const count = Math.round((toStops - fromStops) / STRIP_STEP_STOPS) + 1;
  const colours = [];
  const vividness = [];
  const inPlace = zoneVividness(zone);
  for (let i = 0; i < count; i++) {
    const stops = fromStops + i * STRIP_STEP_STOPS;
    vividness.push(inPlace(stops - shift));
    const unit2 = ownZone.unitAt?.(stops) ?? ownZone.unit;
    const x = 2 ** stops;
    recordInto(rgb3, zone.camera, x * unit2[0], x * unit2[1], x * unit2[2]);
    colours.push(hexOfLinear(rgb3[0], rgb3[1], rgb3[2]));
  }
  return { fromStops, stepStops: STRIP_STEP_STOPS, colours, vividness };
}
function swatchHex(camera, raw) {
  const [r, g, b] = camera.whiteResponse.map((w, c) => raw[c] / w);
  linearOutputInto(rgb3, camera, r, g, b);
  const k = SWATCH_LEVEL / Math.max(rgb3[0], rgb3[1], rgb3[2], 1e-12);
  return hexOfLinear(k * rgb3[0], k * rgb3[1], k * rgb3[2]);
}
function notesOf(look) {
  const notes = [];
  const loss = -Math.log2(flashShutterShare(look.camera));
  if (loss > 0 && look.lights.some((light) => light.on && light.fixture.kind === "flash")) {
    notes.push({
      field: "camera.shutterS",
      message: `The shutter is faster than flash sync: flash loses about ${formatStops(loss).slice(1)} stops in a pulsed mode. Slow it to 1/${Math.round(1 / look.camera.syncS)} or longer.`
    });
  }
  return notes;
}

// core/src/capture/white.ts
function cameraAt(look, { whiteK: whiteK2, tintDuv }) {
  const { camera } = look;
  return makeCamera({
    sensor: resolveSensor(camera, lookupIn(look.spectra)),
    headroomStops: camera.headroomStops,
    curve: camera.curve,
    whiteK: whiteK2,
    tintDuv
  });
}

// core/src/picture/air-term.ts
var STRIDE = 4;
var GLOW = 6;
var GLOW_SIZE = 0.09;
var LEAST_FLARE = 1e-7;
function airTerm(seen, reach, { veil, offAxisDeg }) {
  const { hazePerM } = seen.stage;
  if (hazePerM <= 0 && veil < LEAST_FLARE) return null;
  const air = hazePerM > 0 ? hazeTerm(seen, reach, hazePerM) : new Float32Array(seen.width * seen.height);
  if (veil >= LEAST_FLARE && offAxisDeg < 89) flareInto(air, seen.view, reach.light.position, veil);
  return air;
}
function flareInto(air, { width, height, eye, right, up, forward, halfHeight, halfWidth }, at2, veil) {
  const d = [at2[0] - eye[0], at2[1] - eye[1], at2[2] - eye[2]];
  const along2 = (axis) => d[0] * axis[0] + d[1] * axis[1] + d[2] * axis[2];
  const depth = Math.max(0.05, along2(forward));
  const cx = (along2(right) / depth / halfWidth + 1) * width / 2;
  const cy = (1 - along2(up) / depth / halfHeight) * height / 2;
  const size2 = (GLOW_SIZE * height) ** 2;
  for (let j = 0, p = 0; j < height; j++)
    for (let i = 0; i < width; i++, p++) {
      const r2 = (i + 0.5 - cx) ** 2 + (j + 0.5 - cy) ** 2;
      air[p] += veil * (1 + GLOW / (1 + r2 / size2));
    }
}
function hazeTerm({ width, height, view, wayM, isSubject, stage }, reach, hazePerM) {
  const columns = Math.ceil((width - 1) / STRIDE) + 1;
  const rows = Math.ceil((height - 1) / STRIDE) + 1;
  const mesh = new Float32Array(columns * rows);
  const ofRoom = new Uint8Array(columns * rows);
  for (let b = 0, q = 0; b < rows; b++)
    for (let a = 0; a < columns; a++, q++) {
      const p = Math.min(height - 1, b * STRIDE) * width + Math.min(width - 1, a * STRIDE);
      mesh[q] = inScatter(reach, stage, hazePerM, view.eye, placeAt(view, p, wayM[p]));
      ofRoom[q] = 1 - isSubject[p];
    }
  const air = new Float32Array(width * height);
  for (let j = 0, p = 0; j < height; j++) {
    const b = Math.min(rows - 2, Math.floor(j / STRIDE));
    const v = rows < 2 ? 0 : j / STRIDE - b;
    for (let i = 0; i < width; i++, p++) {
      const a = Math.min(columns - 2, Math.floor(i / STRIDE));
      const u = columns < 2 ? 0 : i / STRIDE - a;
      const kind = 1 - isSubject[p];
      let sum2 = 0;
      let weight = 0;
      let all2 = 0;
      for (let c = 0; c < 4; c++) {
        const q = Math.max(0, b + (c >> 1)) * columns + Math.max(0, a + (c & 1));
        const w = (c & 1 ? u : 1 - u) * (c >> 1 ? v : 1 - v);
        all2 += w * mesh[q];
        if (ofRoom[q] !== kind) continue;
        sum2 += w * mesh[q];
        weight += w;
      }
      air[p] = weight > 0.02 ? sum2 / weight : all2;
    }
  }
  return air;
}
function placeAt({ width, height, eye, right, up, forward, halfWidth, halfHeight }, p, way) {
  const u = (2 * (p % width + 0.5) / width - 1) * halfWidth;
  const v = (1 - 2 * ((p / width | 0) + 0.5) / height) * halfHeight;
  const d = [0, 1, 2].map((c) => forward[c] + u * right[c] + v * up[c]);
  const k = way / Math.hypot(...d);
  return [eye[0] + k * d[0], eye[1] + k * d[1], eye[2] + k * d[2]];
}

// core/src/picture/sheen.ts
var GLASS_SHEEN = [0.03, 0.045];
var SHARP_BELOW = 0.25;
function sheenOfGloss(gloss) {
  return gloss <= 0 ? [1, 0] : [0.24 - 0.2 * gloss, 0.05 * gloss];
}
function faceOf(light, emission) {
  const { halfW, halfH, round } = faceSize(light.modifier);
  const areaM2 = round ? Math.PI * halfW * halfW : 4 * halfW * halfH;
  return { emission, position: light.position, halfW, halfH, round, allRound: light.modifier.beam.kind === "bare", areaM2 };
}
function spread(u, half, w) {
  return 0.5 * (Math.tanh((u + half) / w) - Math.tanh((u - half) / w));
}
function seenAlong({ emission, position, halfW, halfH, round, allRound, areaM2 }, ox, oy, oz, dx, dy, dz, rough) {
  const qx = position[0] - ox;
  const qy = position[1] - oy;
  const qz = position[2] - oz;
  const { axis, right, up } = emission;
  let along2;
  let t2;
  if (allRound) {
    along2 = -1;
    t2 = qx * dx + qy * dy + qz * dz;
  } else {
    along2 = axis[0] * dx + axis[1] * dy + axis[2] * dz;
    if (along2 > -0.03) return 0;
    t2 = (axis[0] * qx + axis[1] * qy + axis[2] * qz) / along2;
  }
  if (t2 <= 0) return 0;
  const px = t2 * dx - qx;
  const py = t2 * dy - qy;
  const pz = t2 * dz - qz;
  const w = Math.max(3e-3, rough * t2);
  let cover;
  if (round) {
    const r = Math.sqrt(px * px + py * py + pz * pz);
    if (r > halfW + 4 * w) return 0;
    cover = 0.5 * (1 - Math.tanh((r - halfW) / w)) * halfW * halfW / (halfW * halfW + 0.8 * w * w);
  } else {
    const u = px * right[0] + py * right[1] + pz * right[2];
    const v = px * up[0] + py * up[1] + pz * up[2];
    if (Math.abs(u) > halfW + 4 * w || Math.abs(v) > halfH + 4 * w) return 0;
    cover = spread(u, halfW, w) * spread(v, halfH, w);
  }
  if (cover < 1e-4) return 0;
  const out3 = emission.towards(-dx, -dy, -dz);
  return Math.PI * cover * out3 / (areaM2 * Math.max(0.05, -along2));
}
function glint(face, x, y, z, nx, ny, nz, vx, vy, vz, roughness, reflectance) {
  const nv = nx * vx + ny * vy + nz * vz;
  if (nv <= 0) return 0;
  const share = reflectance + (1 - roughness) * (1 - reflectance) * (1 - nv) ** 5;
  return share * seenAlong(face, x, y, z, 2 * nv * nx - vx, 2 * nv * ny - vy, 2 * nv * nz - vz, 0.35 * roughness);
}

// core/src/picture/body.ts
var STAND_HALF_M = 0.016;
var RIM_M = 0.012;
var HEAD_HALF_M = 0.045;
var HIGHEST_STAND_M = 2.6;
function seenBody({ view, wayM }, light, face) {
  const { width, height, eye, right, up, forward, halfHeight, halfWidth } = view;
  const { position, halfW, halfH } = face;
  const reach = Math.max(Math.hypot(halfW, halfH), HEAD_HALF_M) + RIM_M;
  const d = [position[0] - eye[0], position[1] - eye[1], position[2] - eye[2]];
  const dot2 = (a, b) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  const depth = dot2(d, forward);
  if (depth < reach + 0.1) return null;
  const scale = height / (2 * halfHeight) / (depth - reach);
  const cx = (dot2(d, right) / depth / halfWidth + 1) * width / 2;
  const cy = (1 - dot2(d, up) / depth / halfHeight) * height / 2;
  const size = reach * scale + 2;
  const stands = light.role !== "practical" && light.role !== "window" && position[1] < HIGHEST_STAND_M;
  const [x0, x1] = [Math.max(0, Math.floor(cx - size)), Math.min(width - 1, Math.ceil(cx + size))];
  const [y0, y1] = [Math.max(0, Math.floor(cy - size)), stands ? height - 1 : Math.min(height - 1, Math.ceil(cy + size))];
  if (x1 < 0 || x0 >= width || y1 < 0 || y0 >= height || x0 > x1 || y0 > y1) return null;
  const pixels = [];
  const bright = [];
  for (let j = y0; j <= y1; j++) {
    const v = (1 - 2 * (j + 0.5) / height) * halfHeight;
    for (let i = x0; i <= x1; i++) {
      const u = (2 * (i + 0.5) / width - 1) * halfWidth;
      let dx = forward[0] + u * right[0] + v * up[0];
      let dy = forward[1] + u * right[1] + v * up[1];
      let dz = forward[2] + u * right[2] + v * up[2];
      const length = Math.hypot(dx, dy, dz);
      dx /= length;
      dy /= length;
      dz /= length;
      const p = j * width + i;
      const far = wayM[p];
      const hit2 = headAt(face, eye, dx, dy, dz);
      if (hit2 > 0 && hit2 < far) {
        pixels.push(p);
        bright.push(seenAlong(face, eye[0], eye[1], eye[2], dx, dy, dz, 0));
      } else if (stands && standAt(position, eye, dx, dy, dz, far)) {
        pixels.push(p);
        bright.push(0);
      }
    }
  }
  return pixels.length ? { pixels: Uint32Array.from(pixels), bright: Float32Array.from(bright) } : null;
}
function headAt({ position, emission, halfW, halfH, round, allRound }, eye, dx, dy, dz) {
  const q = [position[0] - eye[0], position[1] - eye[1], position[2] - eye[2]];
  const { axis, right, up } = emission;
  const along2 = axis[0] * dx + axis[1] * dy + axis[2] * dz;
  const nearest = q[0] * dx + q[1] * dy + q[2] * dz;
  if (allRound || Math.abs(along2) < 0.12) {
    const r = allRound ? halfW : Math.max(HEAD_HALF_M, Math.min(halfW, halfH));
    const px2 = nearest * dx - q[0];
    const py2 = nearest * dy - q[1];
    const pz2 = nearest * dz - q[2];
    return px2 * px2 + py2 * py2 + pz2 * pz2 < r * r ? nearest : -1;
  }
  const t2 = (axis[0] * q[0] + axis[1] * q[1] + axis[2] * q[2]) / along2;
  if (t2 <= 0) return -1;
  const px = t2 * dx - q[0];
  const py = t2 * dy - q[1];
  const pz = t2 * dz - q[2];
  if (round) return px * px + py * py + pz * pz < (Math.max(halfW, HEAD_HALF_M) + RIM_M) ** 2 ? t2 : -1;
  const u = Math.abs(px * right[0] + py * right[1] + pz * right[2]);
  const v = Math.abs(px * up[0] + py * up[1] + pz * up[2]);
  return u < halfW + RIM_M && v < halfH + RIM_M ? t2 : -1;
}
function standAt(position, eye, dx, dy, dz, far) {
  const h = dx * dx + dz * dz;
  if (h < 1e-9) return false;
  const qx = position[0] - eye[0];
  const qz = position[2] - eye[2];
  const t2 = (qx * dx + qz * dz) / h;
  if (t2 <= 0 || t2 >= far) return false;
  const away = (t2 * dx - qx) ** 2 + (t2 * dz - qz) ** 2;
  const y = eye[1] + t2 * dy;
  return away < STAND_HALF_M ** 2 && y > 0 && y < position[1];
}

// core/src/picture/gloss.ts
var lobe = (nh, a) => {
  const a2 = a * a;
  const d = nh * nh * (a2 - 1) + 1;
  return a2 / (Math.PI * d * d);
};
var STRAIGHT_ON = 0.028;
var BRIGHTEST = 12;
function glossOf(nx, ny, nz, lx, ly, lz, vx, vy, vz, rough, wide) {
  const nl = nx * lx + ny * ly + nz * lz;
  if (nl <= 5e-3) return 0;
  let hx = lx + vx;
  let hy = ly + vy;
  let hz = lz + vz;
  const hl = norm(hx, hy, hz) || 1;
  hx /= hl;
  hy /= hl;
  hz /= hl;
  const nh = clamp(nx * hx + ny * hy + nz * hz);
  const vh = clamp(vx * hx + vy * hy + vz * hz);
  const nv = Math.max(0.06, nx * vx + ny * vy + nz * vz);
  const spread3 = 0.5 * (0.55 * wide) ** 2;
  const first = Math.sqrt(rough ** 4 + spread3);
  const second = Math.sqrt((rough * 0.58) ** 4 + spread3);
  const fresnel = STRAIGHT_ON + (1 - STRAIGHT_ON) * (1 - vh) ** 5;
  const k = (rough + 1) ** 2 / 8;
  const hidden = 1 / ((nl * (1 - k) + k) * (nv * (1 - k) + k));
  return Math.min(BRIGHTEST, nl * Math.PI * (0.72 * lobe(nh, first) + 0.28 * lobe(nh, second)) * fresnel * hidden * 0.25);
}

// core/src/picture/light-term.ts
function lightKey(light) {
  const { face, beam, gridDeg, cut: cut2, spill } = light.modifier;
  return JSON.stringify([light.position, light.aim, light.rollDeg, light.role, face, beam, gridDeg, cut2, spill]);
}
function settingKey({ boards, backdrop: backdrop2, room, air }) {
  return JSON.stringify([boards, backdrop2.gloss, room.gloss, air.hazePerM]);
}
var EDGE_OF_SHADOW = 0.12;
function seenAtVertices({ figure, used, stage }, points) {
  const { position: p, normal: n, base, surface } = figure;
  const out3 = new Float32Array(used.length).fill(-1);
  for (let v = 0; v < used.length; v++) {
    if (!used[v]) continue;
    const q = 3 * v;
    const facing2 = surface[v] === SURFACE.cloth ? overHorizon(points, p[q], p[q + 1], p[q + 2], base[q], base[q + 1], base[q + 2]) : 1;
    out3[v] = facing2 <= 0 ? 0 : facing2 * seenShare(stage, points, p[q], p[q + 1], p[q + 2], n[q], n[q + 1], n[q + 2], liftOf(surface[v]));
  }
  return out3;
}
function seenAt(seen, at2, points, i) {
  const { fragments: f, stage } = seen;
  const q = 3 * i;
  const a = at2[f.corner[q]];
  const b = at2[f.corner[q + 1]];
  const c = at2[f.corner[q + 2]];
  const low = a < b ? a < c ? a : c : b < c ? b : c;
  const high = a > b ? a > c ? a : c : b > c ? b : c;
  if (high - low < EDGE_OF_SHADOW) return f.weight[q] * a + f.weight[q + 1] * b + f.weight[q + 2] * c;
  const [cos, sin] = stage.turn;
  const [x, y, z] = [f.place[q], f.place[q + 1] - stage.originM, f.place[q + 2]];
  const [nx, ny, nz] = [f.smooth[q], f.smooth[q + 1], f.smooth[q + 2]];
  const facing2 = f.surface[i] === SURFACE.cloth ? Math.min(1, facingAt(seen, points, i)) : 1;
  return facing2 * seenShare(stage, points, cos * x - sin * z, y, sin * x + cos * z, cos * nx - sin * nz, ny, sin * nx + cos * nz, liftOf(f.surface[i]));
}
function facingAt({ fragments: f, figure, stage }, points, i) {
  const q = 3 * i;
  const [cos, sin] = stage.turn;
  const at2 = (k) => f.weight[q] * figure.base[3 * f.corner[q] + k] + f.weight[q + 1] * figure.base[3 * f.corner[q + 1] + k] + f.weight[q + 2] * figure.base[3 * f.corner[q + 2] + k];
  const [x, y, z] = [f.place[q], f.place[q + 1] - stage.originM, f.place[q + 2]];
  return overHorizon(points, cos * x - sin * z, y, sin * x + cos * z, at2(0), at2(1), at2(2));
}
function neededNodes({ figure, used, stage }) {
  const { nodes, neighbours } = stage.shade;
  const needed2 = new Uint8Array(nodes);
  if (!figure.skin || !neighbours) return needed2;
  const { steps, vertices } = figure.skin;
  const all2 = used.slice(0, vertices);
  for (const { old, endA, endB } of [...steps].reverse())
    for (let e = 0; e < endA.length; e++) if (all2[old + e]) all2[endA[e]] = all2[endB[e]] = 1;
  for (let v = 0; v < nodes; v++) {
    if (!all2[v]) continue;
    needed2[v] = 1;
    for (let r = neighbours.row[v]; r < neighbours.row[v + 1]; r++) needed2[neighbours.column[r]] = 1;
  }
  return needed2;
}
function lightInSkin(seen, reach) {
  const { figure, stage } = seen;
  const { nodes, neighbours } = stage.shade;
  if (!figure.skin || !neighbours) return null;
  const needed2 = neededNodes(seen);
  const own = new Float32Array(nodes);
  for (let v = 0; v < nodes; v++) if (needed2[v]) own[v] = lightAtNode(reach, v);
  const wide = new Float32Array(nodes);
  const { row, column } = neighbours;
  for (let v = 0; v < nodes; v++) {
    let sum2 = 0;
    const [from, to] = [row[v], row[v + 1]];
    for (let r = from; r < to; r++) sum2 += own[column[r]];
    wide[v] = own[v] + WIDE_MIX * (sum2 / Math.max(1, to - from) - own[v]);
  }
  return { near: fromNodes(figure.skin, own), wide: fromNodes(figure.skin, wide) };
}
var clothRows = /* @__PURE__ */ new WeakMap();
function clothRowsOf(seen) {
  let rows = clothRows.get(seen);
  if (rows) return rows;
  rows = /* @__PURE__ */ new Map();
  const { figure, used, stage } = seen;
  const patches = stage.shade.patches;
  if (patches.length) {
    const { position: p, normal: n, surface, open } = figure;
    const row = new Float32Array(patches.length);
    for (let v = 0; v < used.length; v++) {
      const q = 3 * v;
      if (used[v] && clothShares(row, stage.shade, surface[v], open[v], p[q], p[q + 1], p[q + 2], n[q], n[q + 1], n[q + 2])) rows.set(v, row.slice());
    }
  }
  clothRows.set(seen, rows);
  return rows;
}
function clothAtVertices(seen, reach) {
  const out3 = new Float32Array(seen.used.length);
  const light = patchLight(reach);
  for (const [v, row] of clothRowsOf(seen)) {
    let sum2 = 0;
    for (let k = 0; k < row.length; k++) sum2 += row[k] * light[k];
    out3[v] = sum2;
  }
  return out3;
}
var blend = (f, values, i) => f.weight[3 * i] * values[f.corner[3 * i]] + f.weight[3 * i + 1] * values[f.corner[3 * i + 1]] + f.weight[3 * i + 2] * values[f.corner[3 * i + 2]];
function throughEars(seen, reach) {
  const { figure, used, stage } = seen;
  const thin = figure.skin?.attributes.thin;
  if (!thin) return null;
  const out3 = new Float32Array(used.length);
  const { position: p, normal: n } = figure;
  const [cos, sin] = stage.turn;
  for (let v = 0; v < used.length; v++) {
    if (!used[v] || thin[v] < 0.02) continue;
    const q = 3 * v;
    const [nx, ny, nz] = [-n[q], -n[q + 1], -n[q + 2]];
    const [x, y, z] = [p[q] + 6e-3 * nx, p[q + 1] + 6e-3 * ny, p[q + 2] + 6e-3 * nz];
    const open = openLight(reach, cos * x + sin * z, y + stage.originM, -sin * x + cos * z, cos * nx + sin * nz, ny, -sin * nx + cos * nz);
    if (open > 0) out3[v] = 1.1 * thin[v] * open * seenShare(stage, reach.points, x, y, z, nx, ny, nz, liftOf(SURFACE.skin));
  }
  return out3;
}
var SHARP_SHEEN = {
  [SURFACE.lens]: "lens",
  [SURFACE.metal]: "metal"
};
var EYE_SHEEN = [0.06, 0.028];
function lightFragments(seen, reach, face) {
  const { fragments: f, stage, view, figure } = seen;
  const n = f.count;
  const out3 = {
    sharp: new Float32Array(n),
    near: new Float32Array(n),
    wide: new Float32Array(n),
    cloth: new Float32Array(n),
    skin: new Float32Array(n),
    gloss: new Float32Array(n)
  };
  const visible = seenAtVertices(seen, reach.points);
  const skin = lightInSkin(seen, reach);
  const cloth3 = clothAtVertices(seen, reach);
  const ears = throughEars(seen, reach);
  const heads2 = figure.skin?.vertices ?? 0;
  const [px, py, pz] = reach.light.position;
  const { radiusM } = reach.emission;
  for (let i = 0; i < n; i++) {
    if (f.share[i] < 1e-3) continue;
    const q = 3 * i;
    const [x, y, z] = [f.place[q], f.place[q + 1], f.place[q + 2]];
    const [sx, sy, sz] = [f.smooth[q], f.smooth[q + 1], f.smooth[q + 2]];
    const left = f.fade[i];
    const surface = f.surface[i];
    const own = f.corner[q] < heads2;
    out3.cloth[i] = left * blend(f, cloth3, i);
    if (skin && own) {
      out3.near[i] = left * blend(f, skin.near, i);
      out3.wide[i] = left * blend(f, skin.wide, i);
      out3.skin[i] = skinHollow(blend(f, figure.open, i)) * out3.wide[i];
    }
    if (ears && surface === SURFACE.skin && !own) out3.wide[i] = left * blend(f, ears, i);
    const open = openLight(reach, x, y, z, sx, sy, sz);
    const mirror = surface === SURFACE.eye || surface === SURFACE.glass || SHARP_SHEEN[surface] !== void 0;
    if (open <= 0 && !mirror) {
      if (!own) spreadAlike(out3, i);
      continue;
    }
    const see = seenAt(seen, visible, reach.points, i);
    if (see <= 0 && !mirror) {
      if (!own) spreadAlike(out3, i);
      continue;
    }
    let lx = px - x;
    let ly = py - y;
    let lz = pz - z;
    const d = Math.sqrt(lx * lx + ly * ly + lz * lz) || 1e-6;
    lx /= d;
    ly /= d;
    lz /= d;
    const [nx, ny, nz] = [f.normal[q], f.normal[q + 1], f.normal[q + 2]];
    const nl = nx * lx + ny * ly + nz * lz;
    const sl = sx * lx + sy * ly + sz * lz;
    const bent = surface === SURFACE.eye ? 1 : clamp(1 + (nl - sl) / Math.max(0.15, radiusM / d, sl) * 0.8, 0.4, 1.7);
    out3.sharp[i] = left * open * see * bent;
    if (!own) spreadAlike(out3, i);
    const [vx, vy, vz] = [f.toEye[q], f.toEye[q + 1], f.toEye[q + 2]];
    if (mirror) {
      const sheen = surface === SURFACE.eye ? EYE_SHEEN : surface === SURFACE.glass ? GLASS_SHEEN : sheenOf(SHARP_SHEEN[surface]);
      const past = surface === SURFACE.eye ? Math.min(1, 1.3 * see) : mirroredPast(seen, reach, i, see);
      out3.gloss[i] = past > 0 ? left * past * glint(face, x, y, z, nx, ny, nz, vx, vy, vz, sheen[0], sheen[1]) : 0;
    } else if (f.sheen[i] > 0 && nl > 5e-3) {
      const arriving = open / Math.max(0.05, sl > 0 ? sl : 0.05);
      out3.gloss[i] = left * see * arriving * f.sheen[i] * glossOf(nx, ny, nz, lx, ly, lz, vx, vy, vz, f.rough[i], radiusM / d);
    }
  }
  return out3;
  function spreadAlike(light, i) {
    light.near[i] = light.sharp[i];
    light.wide[i] = light.wide[i] + light.sharp[i];
  }
  function mirroredPast(all2, lamp2, i, see) {
    if (see > 0) return 1;
    const q = 3 * i;
    const [cos, sin] = stage.turn;
    const [x, y, z] = [f.place[q], f.place[q + 1] - stage.originM, f.place[q + 2]];
    const [nx, ny, nz] = [f.normal[q], f.normal[q + 1], f.normal[q + 2]];
    const lift = 15e-4;
    void view;
    return seenShare(all2.stage, lamp2.points, cos * x - sin * z + lift * (cos * nx - sin * nz), y + lift * ny, sin * x + cos * z + lift * (sin * nx + cos * nz), 0, 0, 0, 0);
  }
}
function cardOnFragments(seen, one, reach) {
  const { fragments: f } = seen;
  const out3 = new Float32Array(f.count);
  const visible = seenAtVertices(seen, one.points);
  for (let i = 0; i < f.count; i++) {
    const q = 3 * i;
    const open = openCard(one, reach, f.place[q], f.place[q + 1], f.place[q + 2], f.smooth[q], f.smooth[q + 1], f.smooth[q + 2]);
    if (open > 0) out3[i] = f.fade[i] * open * seenAt(seen, visible, one.points, i);
  }
  return out3;
}
var CELL_M = 9e-3;
function seenAmongStrands({ stage }, points) {
  const known2 = /* @__PURE__ */ new Map();
  const { low } = stage.shade;
  const corner = (i, j, k) => {
    const key2 = (i * 1024 + j) * 1024 + k;
    let found = known2.get(key2);
    if (found === void 0) {
      const [x, y, z] = [low[0] + (i - 4) * CELL_M, low[1] + (j - 4) * CELL_M, low[2] + (k - 4) * CELL_M];
      known2.set(key2, found = seenShare(stage, points, x, y, z, 0, 0, 0, 0));
    }
    return found;
  };
  return (x, y, z) => {
    const a = (x - low[0]) / CELL_M + 4;
    const b = (y - low[1]) / CELL_M + 4;
    const c = (z - low[2]) / CELL_M + 4;
    const [i, j, k] = [a | 0, b | 0, c | 0];
    const [u, v, w] = [a - i, b - j, c - k];
    let sum2 = 0;
    for (let m = 0; m < 8; m++) {
      const share = (m & 1 ? u : 1 - u) * (m & 2 ? v : 1 - v) * (m & 4 ? w : 1 - w);
      if (share > 0.02) sum2 += share * corner(i + (m & 1), j + (m >> 1 & 1), k + (m >> 2));
    }
    return sum2;
  };
}
function lightStrands(seen, strands, reach) {
  const { stage, view, figure } = seen;
  const n = strands.point.length;
  const out3 = { scattered: new Float32Array(n), through: new Float32Array(n), mirrored: new Float32Array(n) };
  const { place: p, tangent: t2, tint, kind } = figure.strands;
  const [cos, sin] = stage.turn;
  const see = seenAmongStrands(seen, reach.points);
  const lamp2 = reach.light.position;
  const [ax, ay, az] = [cos * lamp2[0] - sin * lamp2[2], lamp2[1] - stage.originM, sin * lamp2[0] + cos * lamp2[2]];
  const [ex, ey, ez] = [cos * view.eye[0] - sin * view.eye[2], view.eye[1] - stage.originM, sin * view.eye[0] + cos * view.eye[2]];
  const sent = { reflected: 0, through: 0, scattered: 0 };
  for (let i = 0; i < n; i++) {
    const k = strands.point[i];
    const q = 3 * k;
    const [x, y, z] = [p[q], p[q + 1], p[q + 2]];
    const flux = openFlux(reach, cos * x + sin * z, y + stage.originM, -sin * x + cos * z);
    if (flux <= 0) continue;
    const arriving = strands.fade[i] * flux * see(x, y, z);
    if (arriving < 1e-6) continue;
    let [lx, ly, lz] = [ax - x, ay - y, az - z];
    const d = Math.sqrt(lx * lx + ly * ly + lz * lz) || 1e-6;
    lx /= d;
    ly /= d;
    lz /= d;
    let [vx, vy, vz] = [ex - x, ey - y, ez - z];
    const e = Math.sqrt(vx * vx + vy * vy + vz * vz) || 1e-6;
    vx /= e;
    vy /= e;
    vz /= e;
    if (kind[k] >= STRAND.down) downFibre(sent, lx, ly, lz, vx, vy, vz, t2[q], t2[q + 1], t2[q + 2]);
    else fibre(sent, lx, ly, lz, vx, vy, vz, t2[q], t2[q + 1], t2[q + 2], tint[k], reach.emission.radiusM / d, kind[k] === STRAND.hair);
    out3.scattered[i] = arriving * sent.scattered;
    out3.through[i] = arriving * sent.through;
    out3.mirrored[i] = arriving * sent.reflected;
  }
  return out3;
}
function cardOnStrands(seen, strands, one, reach) {
  const { stage, view, figure } = seen;
  const out3 = new Float32Array(strands.point.length);
  const { place: p } = figure.strands;
  const [cos, sin] = stage.turn;
  const see = seenAmongStrands(seen, one.points);
  strands.point.forEach((k, i) => {
    const [x, y, z] = [p[3 * k], p[3 * k + 1], p[3 * k + 2]];
    const [rx, ry, rz] = [cos * x + sin * z, y + stage.originM, -sin * x + cos * z];
    const d = Math.hypot(view.eye[0] - rx, view.eye[1] - ry, view.eye[2] - rz);
    const open = openCard(one, reach, rx, ry, rz, (view.eye[0] - rx) / d, (view.eye[1] - ry) / d, (view.eye[2] - rz) / d);
    if (open > 0) out3[i] = strands.fade[i] * STRAND_ROOM * open * see(x, y, z);
  });
  return out3;
}
var STRIDE2 = 4;
function onRoom(seen, points, open) {
  const { room, stage, width } = seen;
  const [cos, sin] = stage.turn;
  const out3 = new Float32Array(room.count);
  const own = (i) => {
    const q = 3 * i;
    const [x, y, z] = [room.place[q], room.place[q + 1] - stage.originM, room.place[q + 2]];
    const [nx, ny, nz] = [room.normal[q], room.normal[q + 1], room.normal[q + 2]];
    return seenShare(stage, points, cos * x - sin * z, y, sin * x + cos * z, cos * nx - sin * nz, ny, sin * nx + cos * nz, 0);
  };
  const at2 = partOfPixel(seen);
  const mesh = new Float32Array(room.count).fill(-1);
  const meshed = (i) => mesh[i] >= 0 ? mesh[i] : mesh[i] = own(i);
  for (let i = 0; i < room.count; i++) {
    const value = open(3 * i);
    if (value <= 0) continue;
    const p = room.pixel[i];
    const x = p % width;
    const y = p / width | 0;
    const from = p - x % STRIDE2 - y % STRIDE2 * width;
    const m = room.material[i];
    const inside = i < room.through && x - x % STRIDE2 + STRIDE2 < width;
    const a = inside ? at2[from] ?? -1 : -1;
    const b = inside ? at2[from + STRIDE2] ?? -1 : -1;
    const c = inside ? at2[from + STRIDE2 * width] ?? -1 : -1;
    const d = inside ? at2[from + STRIDE2 * width + STRIDE2] ?? -1 : -1;
    let see;
    if (a >= 0 && b >= 0 && c >= 0 && d >= 0 && room.material[a] === m && room.material[b] === m && room.material[c] === m && room.material[d] === m) {
      const [va, vb, vc, vd] = [meshed(a), meshed(b), meshed(c), meshed(d)];
      const fx = x % STRIDE2 / STRIDE2;
      const fy = y % STRIDE2 / STRIDE2;
      see = Math.max(va, vb, vc, vd) - Math.min(va, vb, vc, vd) > EDGE_OF_SHADOW / 2 ? own(i) : (va * (1 - fx) + vb * fx) * (1 - fy) + (vc * (1 - fx) + vd * fx) * fy;
    } else see = own(i);
    out3[i] = room.fade[i] * value * see;
  }
  return out3;
}
var partsOfPixels = /* @__PURE__ */ new WeakMap();
function partOfPixel(seen) {
  let found = partsOfPixels.get(seen);
  if (!found) {
    found = new Int32Array(seen.width * seen.height).fill(-1);
    for (let i = 0; i < seen.room.through; i++) found[seen.room.pixel[i]] = i;
    partsOfPixels.set(seen, found);
  }
  return found;
}
function roomSheens({ backdrop: backdrop2, room }) {
  const of = {
    backdrop: sheenOfGloss(backdrop2.gloss),
    wall: sheenOfGloss(room.gloss),
    floor: sheenOfGloss(room.gloss),
    table: sheenOf("table")
  };
  return MATERIAL_NAMES.map((name2) => of[name2] ?? [1, 0]);
}
function roomGloss(look, seen, face, lit) {
  const { room } = seen;
  const out3 = new Float32Array(room.count);
  const sheens = roomSheens(look);
  for (let i = 0; i < room.through; i++) {
    const sheen = sheens[room.material[i]];
    if (!sheen || sheen[1] <= 0 || lit[i] <= 0) continue;
    const q = 3 * i;
    const rough = Math.min(sheen[0], SHARP_BELOW);
    out3[i] = room.fade[i] * glint(face, room.place[q], room.place[q + 1], room.place[q + 2], room.normal[q], room.normal[q + 1], room.normal[q + 2], room.toEye[q], room.toEye[q + 1], room.toEye[q + 2], rough, sheen[1]);
  }
  return out3;
}
function seenThroughGlass(room, face) {
  const n = room.count - room.through;
  if (n <= 0) return null;
  const out3 = new Float32Array(n);
  for (let k = 0; k < n; k++) {
    const at2 = (values, c) => values[3 * k + c];
    const [bx, by, bz] = [at2(room.bent, 0), at2(room.bent, 1), at2(room.bent, 2)];
    if (bx === 0 && by === 0 && bz === 0) continue;
    out3[k] = room.fade[room.through + k] * seenAlong(face, at2(room.exit, 0), at2(room.exit, 1), at2(room.exit, 2), bx, by, bz, 0.06);
  }
  return out3;
}
function addInto(out3, more) {
  for (let i = 0; i < out3.length; i++) out3[i] += more[i];
}
function lightTerm(seen, light, look) {
  const { stage, view, room, strands } = seen;
  const reach = reaching(light, stage);
  const face = faceOf(light, reach.emission);
  const onFigure = lightFragments(seen, reach, face);
  const none = new Float32Array(0);
  const inHair2 = strands ? lightStrands(seen, strands, reach) : { scattered: none, through: none, mirrored: none };
  const { place: rp, normal: rn } = room;
  const lit = onRoom(seen, reach.points, (q) => openLight(reach, rp[q], rp[q + 1], rp[q + 2], rn[q], rn[q + 1], rn[q + 2]));
  const cards = [];
  for (const one of reach.cards) {
    const onIt = cardOnFragments(seen, one, reach);
    const onStrands = strands ? cardOnStrands(seen, strands, one, reach) : none;
    const onPlanes = onRoom(seen, one.points, (q) => openCard(one, reach, rp[q], rp[q + 1], rp[q + 2], rn[q], rn[q + 1], rn[q + 2]));
    if (one.tinted) cards.push({ board: one.board, sharp: onIt, near: onIt, wide: onIt, strands: onStrands, room: onPlanes });
    else {
      addInto(onFigure.sharp, onIt);
      addInto(onFigure.near, onIt);
      addInto(onFigure.wide, onIt);
      if (strands) addInto(inHair2.scattered, onStrands);
      addInto(lit, onPlanes);
    }
  }
  const flare = flareOf(reach, stage, view.eye, view.forward);
  return {
    sharp: onFigure.sharp,
    near: onFigure.near,
    wide: onFigure.wide,
    cloth: onFigure.cloth,
    skin: onFigure.skin,
    gloss: onFigure.gloss,
    strands: inHair2.scattered,
    strandsThrough: inHair2.through,
    strandsMirrored: inHair2.mirrored,
    room: lit,
    roomGloss: roomGloss(look, seen, face, lit),
    through: seenThroughGlass(room, face),
    cards,
    air: airTerm(seen, reach, flare),
    body: seenBody(seen, light, face)
  };
}

// core/src/picture/triples.ts
var M = MATERIAL_COUNT;
var sumOf = (spectrum) => spectrum.reduce((sum2, value, k) => sum2 + value * (k + 1), 0);
function washOf(look, light, backdrop2, walls, cache) {
  const make = () => washFactor(look, landedFlux(look, light, subjectForms(look)), backdrop2, walls);
  if (!cache) return make();
  const { faceHeightM, form } = look.subject;
  const key2 = JSON.stringify([lightKey(light), look.room, look.backdrop, faceHeightM, form, sumOf(backdrop2), sumOf(walls)]);
  let found = cache.get(key2);
  if (!found) {
    if (cache.size > 64) cache.clear();
    cache.set(key2, found = make());
  }
  return found;
}
function frameTriples(look, only, cache) {
  const camera = cameraAt(look, look.camera);
  const lookup = lookupIn(look.spectra);
  const { all: all2, of } = reflectancesOf(look);
  const [backdrop2, walls] = [of("backdrop"), of("wall")];
  const tints = look.boards.flatMap((board, i) => board.tint && (board.finish === "white" || board.finish === "silver") ? [tintOf(board, i, lookup)] : []);
  const passes2 = look.subject.form === "bottle" ? liquidSteps(look.subject) : [];
  const anySolo = look.lights.some(({ on: on2, solo }) => on2 && solo);
  const on = (active, id2) => only === void 0 ? active : id2 === only;
  const sensitivity = camera.sensor.map((s, c) => s.map((v) => v / camera.whiteResponse[c]));
  const weigh = (spectrum, over) => {
    const out3 = new Float64Array(3 * M);
    const seen = sensitivity.map((s) => product(s, spectrum));
    over.forEach((rho, m) => {
      for (let c = 0; c < 3; c++) {
        const s = seen[c];
        let sum2 = 0;
        for (let k = 0; k < rho.length; k++) sum2 += s[k] * rho[k];
        out3[3 * m + c] = sum2;
      }
    });
    return out3;
  };
  const onMaterials = (spectrum) => ({
    plain: weigh(spectrum, all2),
    fromSkin: weigh(product(spectrum, of("skin")), all2),
    fromCloth: weigh(product(spectrum, of("wardrobe")), all2)
  });
  const lights = look.lights.map(
    (light, i) => inField(`lights[${i}]`, () => {
      const power2 = fullExposure(look, light, lookup) * 2 ** light.powerStops;
      const spectrum = scaled(product(resolveSource(light, light.powerStops, lookup), resolveFilter(light, lookup)), power2);
      const wash = washOf(look, light, backdrop2, walls, cache);
      return {
        id: light.id,
        active: on(light.on && !light.muted && (!anySolo || light.solo), light.id),
        flash: light.fixture.kind === "flash",
        direct: onMaterials(spectrum),
        wash: onMaterials(product(spectrum, wash)),
        white: Float64Array.from(balancedTriple(camera, spectrum)),
        cards: tints.map((tint) => weigh(product(spectrum, tint), all2)),
        through: Float64Array.from(passes2.flatMap((share) => [...balancedTriple(camera, product(spectrum, share))]))
      };
    })
  );
  const lux = ambientLux(look.ambient);
  const exposure = continuousLuxSeconds(lux, look.camera) * 2 ** stopsOverMeter(1, look.camera);
  const ambient = scaled(spectrumOfSource(look.ambient.source, lookup), exposure);
  const none = { plain: new Float64Array(3 * M), fromSkin: new Float64Array(3 * M), fromCloth: new Float64Array(3 * M) };
  return {
    camera,
    lights: [
      ...lights,
      {
        id: "ambient",
        active: on(!anySolo && lux > 0, "ambient"),
        flash: false,
        direct: none,
        wash: onMaterials(ambient),
        white: new Float64Array(3),
        cards: [],
        through: new Float64Array(0)
      }
    ]
  };
}
var SAME = 1e-9;
function scaleBetween(was, now) {
  if (was.id !== now.id || was.cards.length !== now.cards.length || was.through.length !== now.through.length) return null;
  const lists = ({ direct, wash, white: white2, cards, through }) => [
    ...[direct, wash].flatMap(({ plain, fromSkin, fromCloth }) => [plain, fromSkin, fromCloth]),
    white2,
    ...cards,
    through
  ];
  const [before2, after] = [lists(was), lists(now)];
  const scale = [1, 1, 1];
  for (let c = 0; c < 3; c++) {
    let most = 0;
    before2.forEach((list, k) => {
      for (let i = c; i < list.length; i += 3)
        if (Math.abs(list[i]) > most) {
          most = Math.abs(list[i]);
          scale[c] = after[k][i] / list[i];
        }
    });
    if (most === 0) return null;
    const differs = before2.some((list, k) => {
      for (let i = c; i < list.length; i += 3) if (Math.abs(after[k][i] - scale[c] * list[i]) > SAME * scale[c] * most) return true;
      return false;
    });
    if (differs || !Number.isFinite(scale[c])) return null;
  }
  return scale;
}

// core/src/picture/relight.ts
var SPREADS = Object.values(SURFACE).map((kind) => {
  const rows = kind === SURFACE.skin ? SKIN_SPREAD : kind === SURFACE.eye ? [EYE_SPREAD, EYE_SPREAD, EYE_SPREAD] : [[1, 0, 0], [1, 0, 0], [1, 0, 0]];
  return Float64Array.from(rows.flat());
});
var PLACES = SURFACE_MATERIALS.map((names) => names.map((name2) => 3 * MATERIAL[name2]));
var EAR_SPREADS = Float64Array.from([0.5, 0.1, 0.55, 0.75, 0.15, 0.16, 0.85, 0.1, 0.06]);
var STRAND_MATERIALS = (() => {
  const of = {
    hair: [MATERIAL.hair, MATERIAL["hair-through"]],
    brow: [MATERIAL.brow, MATERIAL.brow],
    down: [MATERIAL.down, MATERIAL["down-through"]],
    fuzz: [MATERIAL.wardrobe, MATERIAL.wardrobe]
  };
  return Object.keys(STRAND).map((name2) => of[name2].map((m) => 3 * m));
})();
function addFragments(raw, seen, term, light) {
  const { fragments: f, figure } = seen;
  const heads2 = figure.skin?.vertices ?? 0;
  const { plain, fromSkin, fromCloth } = light.direct;
  const [w0, w1, w2] = [light.white[0], light.white[1], light.white[2]];
  for (let i = 0; i < f.count; i++) {
    const share = f.share[i];
    if (share < 1e-3) continue;
    const surface = f.surface[i];
    const places = PLACES[surface];
    const s = term.sharp[i];
    const near = term.near[i];
    const wide = term.wide[i];
    const cloth3 = term.cloth[i];
    const skin = term.skin[i];
    const gloss = term.gloss[i];
    const way = surface === SURFACE.skin && f.corner[3 * i] >= heads2 ? EAR_SPREADS : SPREADS[surface];
    const e0 = way[0] * s + way[1] * near + way[2] * wide;
    const e1 = way[3] * s + way[4] * near + way[5] * wide;
    const e2 = way[6] * s + way[7] * near + way[8] * wide;
    let r = gloss * w0;
    let g = gloss * w1;
    let b = gloss * w2;
    for (let k = 0; k < places.length; k++) {
      const mixed2 = f.mix[6 * i + k];
      if (mixed2 === 0) continue;
      const m = places[k];
      r += mixed2 * (e0 * plain[m] + cloth3 * fromCloth[m] + skin * fromSkin[m]);
      g += mixed2 * (e1 * plain[m + 1] + cloth3 * fromCloth[m + 1] + skin * fromSkin[m + 1]);
      b += mixed2 * (e2 * plain[m + 2] + cloth3 * fromCloth[m + 2] + skin * fromSkin[m + 2]);
    }
    const q = 3 * f.pixel[i];
    raw[q] += share * r;
    raw[q + 1] += share * g;
    raw[q + 2] += share * b;
  }
}
function addCard(raw, seen, card, figures2) {
  const { fragments: f, room, strands } = seen;
  for (let i = 0; i < f.count; i++) {
    const e = card.sharp[i] * f.share[i];
    if (e === 0) continue;
    const places = PLACES[f.surface[i]];
    const q = 3 * f.pixel[i];
    for (let k = 0; k < places.length; k++) {
      const mixed2 = e * f.mix[6 * i + k];
      if (mixed2 === 0) continue;
      const m = places[k];
      raw[q] += mixed2 * figures2[m];
      raw[q + 1] += mixed2 * figures2[m + 1];
      raw[q + 2] += mixed2 * figures2[m + 2];
    }
  }
  for (let i = 0; i < room.count; i++) {
    const e = card.room[i] * room.share[i];
    if (e === 0) continue;
    const m = 3 * room.material[i];
    const q = 3 * room.pixel[i];
    raw[q] += e * figures2[m];
    raw[q + 1] += e * figures2[m + 1];
    raw[q + 2] += e * figures2[m + 2];
  }
  if (strands) {
    const sent = new Float32Array(3 * strands.point.length);
    const { kind, tint } = seen.figure.strands;
    strands.point.forEach((k, i) => {
      const e = card.strands[i] * tint[k];
      const m = STRAND_MATERIALS[kind[k]][0];
      for (let c = 0; c < 3; c++) sent[3 * i + c] = e * figures2[m + c];
    });
    spread2(raw, seen, sent);
  }
}
function spread2(raw, { strands }, sent) {
  const { count, pixel, point: point2, share } = strands.shares;
  for (let i = 0; i < count; i++) {
    const p = 3 * pixel[i];
    const q = 3 * point2[i];
    const s = share[i];
    raw[p] += s * sent[q];
    raw[p + 1] += s * sent[q + 1];
    raw[p + 2] += s * sent[q + 2];
  }
}
function addStrands(raw, seen, term, light) {
  const { strands, figure } = seen;
  if (!strands) return;
  const n = strands.point.length;
  const sent = new Float32Array(3 * n);
  const { kind, tint } = figure.strands;
  const { plain } = light.direct;
  const [w0, w1, w2] = [light.white[0], light.white[1], light.white[2]];
  for (let i = 0; i < n; i++) {
    const k = strands.point[i];
    const [a, t2] = STRAND_MATERIALS[kind[k]];
    const scattered = tint[k] * term.strands[i];
    const through = tint[k] * term.strandsThrough[i];
    const mirrored = term.strandsMirrored[i];
    sent[3 * i] = scattered * plain[a] + through * plain[t2] + mirrored * w0;
    sent[3 * i + 1] = scattered * plain[a + 1] + through * plain[t2 + 1] + mirrored * w1;
    sent[3 * i + 2] = scattered * plain[a + 2] + through * plain[t2 + 2] + mirrored * w2;
  }
  spread2(raw, seen, sent);
}
function addRoom(raw, { room }, term, light) {
  const { plain } = light.direct;
  for (let i = 0; i < room.count; i++) {
    const lit = term.room[i] * room.share[i];
    const gloss = term.roomGloss[i] * room.share[i];
    if (lit === 0 && gloss === 0) continue;
    const m = 3 * room.material[i];
    const q = 3 * room.pixel[i];
    for (let c = 0; c < 3; c++) raw[q + c] += lit * plain[m + c] + gloss * light.white[c];
  }
  if (!term.through) return;
  for (let k = 0; k < term.through.length; k++) {
    const s = term.through[k] * room.share[room.through + k];
    if (s === 0) continue;
    const i = room.through + k;
    const step = 3 * Math.max(0, room.material[i] - LIQUID);
    for (let c = 0; c < 3; c++) raw[3 * room.pixel[i] + c] += s * light.through[step + c];
  }
}
function addTerm(raw, seen, term, light) {
  addFragments(raw, seen, term, light);
  addStrands(raw, seen, term, light);
  addRoom(raw, seen, term, light);
  term.cards.forEach((card, k) => addCard(raw, seen, card, light.cards[k]));
  if (term.air)
    for (let p = 0; p < term.air.length; p++) {
      const s = term.air[p];
      for (let c = 0; c < 3; c++) raw[3 * p + c] += s * light.white[c];
    }
}
function addWash(raw, seen, { plain, fromSkin, fromCloth }) {
  const { fragments: f, room, strands, figure } = seen;
  for (let i = 0; i < f.count; i++) {
    const share = f.share[i] * f.open[i] * f.fade[i];
    if (share < 1e-5) continue;
    const surface = f.surface[i];
    const places = PLACES[surface];
    const again = surface === SURFACE.skin ? fromSkin : fromCloth;
    const hollow = f.hollow[i];
    const q = 3 * f.pixel[i];
    for (let k = 0; k < places.length; k++) {
      const mixed2 = share * f.mix[6 * i + k];
      if (mixed2 === 0) continue;
      const m = places[k];
      raw[q] += mixed2 * (plain[m] + hollow * again[m]);
      raw[q + 1] += mixed2 * (plain[m + 1] + hollow * again[m + 1]);
      raw[q + 2] += mixed2 * (plain[m + 2] + hollow * again[m + 2]);
    }
  }
  for (let i = 0; i < room.count; i++) {
    const m = 3 * room.material[i];
    const q = 3 * room.pixel[i];
    const share = room.share[i] * room.fade[i];
    for (let c = 0; c < 3; c++) raw[q + c] += share * plain[m + c];
  }
  if (!strands) return;
  const sent = new Float32Array(3 * strands.point.length);
  const { kind, tint, open } = figure.strands;
  strands.point.forEach((k, i) => {
    const e = STRAND_ROOM * open[k] * tint[k] * strands.fade[i];
    const m = STRAND_MATERIALS[kind[k]][0];
    for (let c = 0; c < 3; c++) sent[3 * i + c] = e * plain[m + c];
  });
  spread2(raw, seen, sent);
}
function relightInto(raw, seen, terms, { lights }, which2 = () => true) {
  raw.fill(0);
  lights.forEach((light, l) => {
    if (light.active && which2(light)) addLight(raw, seen, terms[l], light);
  });
}
function addLight(raw, seen, term, light) {
  addWash(raw, seen, light.wash);
  if (term) addTerm(raw, seen, term, light);
}
function ownOf(seen, term, light, reuse2) {
  if (!light.active) return null;
  const own = reuse2 ?? new Float32Array(3 * seen.width * seen.height);
  if (reuse2) own.fill(0);
  addLight(own, seen, term, light);
  return own;
}
function addUp(raw, own) {
  raw.fill(0);
  for (const one of own) if (one) for (let q = 0; q < raw.length; q++) raw[q] += one[q];
}
var MOST_UPDATES = 200;
function sumsOf(seen, terms, triples, last) {
  const { lights } = triples;
  const same = last !== null && last.seen === seen && last.own.length === lights.length && last.updates < MOST_UPDATES;
  if (!same) {
    const own2 = lights.map((light, l) => ownOf(seen, terms[l], light, null));
    const raw2 = last?.raw.length === 3 * seen.width * seen.height ? last.raw : new Float32Array(3 * seen.width * seen.height);
    addUp(raw2, own2);
    return { seen, terms, triples, raw: raw2, own: own2, updates: 0 };
  }
  const { raw } = last;
  let anew = false;
  const own = lights.map((light, l) => {
    const was = last.triples.lights[l];
    const before2 = last.own[l];
    if (terms[l] === last.terms[l] && before2 !== null && light.active && was.active) {
      const scale = scaleBetween(was, light);
      if (scale) {
        if (scale.some((s) => s !== 1)) scaleOwn(raw, before2, scale);
        return before2;
      }
    } else if (terms[l] === last.terms[l] && !light.active && !was.active) return null;
    anew = true;
    return ownOf(seen, terms[l], light, before2);
  });
  if (anew) addUp(raw, own);
  return { seen, terms, triples, raw, own, updates: anew ? 0 : last.updates + 1 };
}
function scaleOwn(raw, own, [r, g, b]) {
  const [dr, dg, db] = [r - 1, g - 1, b - 1];
  for (let q = 0; q < own.length; q += 3) {
    const [x, y, z] = [own[q], own[q + 1], own[q + 2]];
    raw[q] += dr * x;
    raw[q + 1] += dg * y;
    raw[q + 2] += db * z;
    own[q] = r * x;
    own[q + 1] = g * y;
    own[q + 2] = b * z;
  }
}

// core/src/picture/finish.ts
function needsFinish(look, terms, width) {
  return look.camera.diffusion > 0 || terms.some((term) => term?.body) || trailOf(look, width) >= 1;
}
function trailOf(look, width) {
  return pathOnSensor(look).share * width;
}
function finishInto(out3, raw, seen, terms, triples, look) {
  const trail = trailOf(look, seen.width);
  if (trail >= 1) trailInto(out3, seen, terms, triples, look.motion.of, trail);
  else out3.set(raw);
  drawBodies(out3, terms, triples);
  if (look.camera.diffusion > 0) soften(out3, seen.width, seen.height, SOFTENED[look.camera.diffusion]);
}
function drawBodies(out3, terms, { lights }) {
  const room = [0, 0, 0];
  for (const { active, wash } of lights) if (active) for (let c = 0; c < 3; c++) room[c] += wash.plain[LAMP_PLACE + c];
  lights.forEach(({ active, white: white2 }, l) => {
    const body = terms[l]?.body;
    if (!body) return;
    body.pixels.forEach((p, i) => {
      const bright = active ? body.bright[i] : 0;
      for (let c = 0; c < 3; c++) out3[3 * p + c] = room[c] + bright * white2[c];
    });
  });
}
var MOST_SHIFTS = 24;
function trailInto(out3, seen, terms, triples, of, trail) {
  const { width, height, isSubject } = seen;
  const lasting = new Float32Array(out3.length);
  relightInto(lasting, seen, terms, triples, ({ flash }) => !flash);
  relightInto(out3, seen, terms, triples, ({ flash }) => flash);
  const shifts = Math.max(2, Math.min(MOST_SHIFTS, Math.ceil(trail)));
  for (let k = 0; k < shifts; k++) {
    const share = k / (shifts - 1);
    const shift = Math.round(share * trail);
    const zoom = 1 - share * trail / width;
    for (let j = 0; j < height; j++)
      for (let i = 0; i < width; i++) {
        const p = j * width + i;
        let from;
        if (of === "zoom") {
          const x = Math.round(width / 2 + (i - width / 2) * zoom);
          const y = Math.round(height / 2 + (j - height / 2) * zoom);
          from = Math.min(height - 1, y) * width + Math.min(width - 1, x);
        } else {
          from = j * width + Math.max(0, i - shift);
          if (of === "subject" && !isSubject[from] && !isSubject[p]) from = p;
        }
        for (let c = 0; c < 3; c++) out3[3 * p + c] += lasting[3 * from + c] / shifts;
      }
  }
}
var SOFTENED = { 0: 0, 0.125: 0.05, 0.25: 0.09, 0.5: 0.16, 1: 0.27 };
var HALOS = [
  [0.012, 0.4],
  [0.04, 0.35],
  [0.12, 0.25]
];
var COARSE = 4;
function soften(raw, width, height, share) {
  const w = Math.max(1, Math.ceil(width / COARSE));
  const h = Math.max(1, Math.ceil(height / COARSE));
  const small = new Float32Array(3 * w * h);
  const count = new Float32Array(w * h);
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const s = Math.floor(j / COARSE) * w + Math.floor(i / COARSE);
      count[s]++;
      for (let c = 0; c < 3; c++) small[3 * s + c] += raw[3 * (j * width + i) + c];
    }
  count.forEach((n, s) => {
    for (let c = 0; c < 3; c++) small[3 * s + c] /= n;
  });
  const halo = new Float32Array(small.length);
  for (const [size, part] of HALOS) {
    const blurred = small.slice();
    const radius = Math.max(1, Math.round(size * height / COARSE));
    for (let pass = 0; pass < 3; pass++) {
      blurLines(blurred, h, w, 3 * w, 3, radius);
      blurLines(blurred, w, h, 3, 3 * w, radius);
    }
    blurred.forEach((value, k) => halo[k] += part * value);
  }
  for (let j = 0; j < height; j++) {
    const y = Math.min(h - 1, Math.max(0, (j + 0.5) / COARSE - 0.5));
    const b = Math.min(h - 1, Math.floor(y));
    const b1 = Math.min(h - 1, b + 1);
    const v = y - b;
    for (let i = 0; i < width; i++) {
      const x = Math.min(w - 1, Math.max(0, (i + 0.5) / COARSE - 0.5));
      const a = Math.floor(x);
      const a1 = Math.min(w - 1, a + 1);
      const u = x - a;
      for (let c = 0; c < 3; c++) {
        const at2 = (row, column) => halo[3 * (row * w + column) + c];
        const glow = (at2(b, a) * (1 - u) + at2(b, a1) * u) * (1 - v) + (at2(b1, a) * (1 - u) + at2(b1, a1) * u) * v;
        const q = 3 * (j * width + i) + c;
        raw[q] = (1 - share) * raw[q] + share * glow;
      }
    }
  }
}
function blurLines(values, lines2, length, lineStride, step, radius) {
  const line = new Float32Array(length);
  const n = 2 * radius + 1;
  const mirror = (i) => {
    const period = 2 * length;
    const k = (i % period + period) % period;
    return k < length ? k : period - 1 - k;
  };
  for (let l = 0; l < lines2; l++)
    for (let c = 0; c < 3; c++) {
      const from = l * lineStride + c;
      for (let i = 0; i < length; i++) line[i] = values[from + i * step];
      let sum2 = 0;
      for (let i = -radius; i <= radius; i++) sum2 += line[mirror(i)];
      for (let i = 0; i < length; i++) {
        values[from + i * step] = sum2 / n;
        sum2 += line[mirror(i + radius + 1)] - line[mirror(i - radius)];
      }
    }
}

// core/src/picture/focus.ts
var SHARP_PX = 0.6;
var MOST_SHARE = 0.012;
var TILE = 8;
function tapsOf(radius) {
  const taps = [];
  const R2 = Math.ceil(radius);
  for (let j = -R2; j <= R2; j++)
    for (let i = -R2; i <= R2; i++) {
      const d = Math.sqrt(i * i + j * j);
      if (d > 0 && d <= R2 + 0.5) taps.push([d, i, j]);
    }
  taps.sort((a, b) => a[0] - b[0]);
  return { d: Float32Array.from(taps, (t2) => t2[0]), x: Int32Array.from(taps, (t2) => t2[1]), y: Int32Array.from(taps, (t2) => t2[2]) };
}
function circlePx(openingM, focalPx, focusM, nearM) {
  return 0.5 * openingM * focalPx * Math.abs(nearM - focusM) / (nearM * focusM);
}
function focusOf(seen, { camera }) {
  const { width, height, view, figure, stage, nearM } = seen;
  const openingM = camera.focalMm / 1e3 / camera.aperture;
  const focalPx = height / (2 * view.halfHeight);
  const nearest = figure.eyes.reduce((z, { centre }) => Math.max(z, -stage.turn[1] * centre[0] + stage.turn[0] * centre[2]), figure.eyes.length ? -1 : 0.02);
  const focusM = Math.max(0.05, camera.distanceM - nearest - 0.012);
  const most = Math.max(2, MOST_SHARE * height);
  const across = Math.ceil(width / TILE);
  const radius = new Float32Array(nearM.length);
  const tile = new Float32Array(across * Math.ceil(height / TILE));
  const edge2 = planeEdges(seen);
  let any = false;
  for (let p = 0; p < nearM.length; p++) {
    const r = Math.min(most, circlePx(openingM, focalPx, focusM, nearM[p]));
    radius[p] = r;
    if (r < SHARP_PX || !seen.isSubject[p] && !edge2[p]) continue;
    any = true;
    const o = (p / width / TILE | 0) * across + (p % width / TILE | 0);
    if (r > tile[o]) tile[o] = r;
  }
  if (!any) return null;
  const area = radius.map((r) => 1 / Math.max(1, Math.PI * (r + 0.2) ** 2));
  return { radius, tile, area, taps: tapsOf(most) };
}
function focusInto(out3, raw, { width, height, nearM }, focus) {
  const { radius, tile, area, taps } = focus;
  out3.set(raw);
  const across = Math.ceil(width / TILE);
  const down = Math.ceil(height / TILE);
  for (let tj = 0; tj < down; tj++)
    for (let ti = 0; ti < across; ti++) {
      let big = 0;
      for (let b = Math.max(0, tj - 1); b <= Math.min(down - 1, tj + 1); b++)
        for (let a = Math.max(0, ti - 1); a <= Math.min(across - 1, ti + 1); a++) big = Math.max(big, tile[b * across + a]);
      if (big < SHARP_PX) continue;
      for (let j = tj * TILE; j < Math.min(height, tj * TILE + TILE); j++)
        for (let i = ti * TILE; i < Math.min(width, ti * TILE + TILE); i++) {
          const p = j * width + i;
          const far = nearM[p] * 1.01;
          const rp = radius[p];
          let weight = area[p];
          let x = weight * raw[3 * p];
          let y = weight * raw[3 * p + 1];
          let z = weight * raw[3 * p + 2];
          for (let t2 = 0; t2 < taps.d.length && taps.d[t2] < big + 0.5; t2++) {
            const a = i + taps.x[t2];
            const b = j + taps.y[t2];
            if (a < 0 || b < 0 || a >= width || b >= height) continue;
            const q = b * width + a;
            let rq = radius[q];
            let w = area[q];
            if (rq > rp && nearM[q] > far) {
              rq = rp;
              w = area[p];
            }
            const k = rq + 0.5 - taps.d[t2];
            if (k <= 0) continue;
            if (k < 1) w *= k;
            weight += w;
            x += w * raw[3 * q];
            y += w * raw[3 * q + 1];
            z += w * raw[3 * q + 2];
          }
          out3[3 * p] = x / weight;
          out3[3 * p + 1] = y / weight;
          out3[3 * p + 2] = z / weight;
        }
    }
}
function planeEdges({ width, height, room }) {
  const material = new Uint8Array(width * height).fill(255);
  for (let i = 0; i < room.through; i++) material[room.pixel[i]] = room.material[i];
  const edge2 = new Uint8Array(width * height);
  for (let p = 0; p + width < material.length; p++) {
    const m = material[p];
    if (m === 255) continue;
    if (material[p + 1] !== m && material[p + 1] !== 255 || material[p + width] !== m && material[p + width] !== 255) edge2[p] = 1;
  }
  return edge2;
}

// core/src/picture/grain.ts
var TABLE = 1 << 16;
var table2 = null;
function noiseTable() {
  if (!table2) {
    const next = random(1);
    table2 = Float32Array.from({ length: TABLE }, () => next() + next() + next() - 1.5);
  }
  return table2;
}
function grainAt(iso) {
  return Math.min(14, 0.9 * Math.sqrt(iso / 100));
}
function grainInto(rgba, width, iso) {
  const noise2 = noiseTable();
  const strength = 1.6 * grainAt(iso);
  for (let p = 0; p < rgba.length / 4; p++) {
    const at2 = p * 7 + (p / width | 0) * 131 & TABLE - 1;
    const own = 0.6 * noise2[at2] + 0.4 * noise2[at2 + 7 & TABLE - 1];
    for (let c = 0; c < 3; c++) {
      const v = rgba[4 * p + c] / 255;
      rgba[4 * p + c] += strength * (own + 0.35 * noise2[at2 * 3 + 977 * c & TABLE - 1]) * (0.35 + 0.65 * (1 - v)) * Math.sqrt(v + 0.01);
    }
  }
}

// core/src/picture/instruments.ts
var FROM_STOPS = -8;
var STEP_STOPS = 0.25;
var STEPS2 = 52;
var DISC = 41;
var REACH = 0.32;
var TOLERANCES = [
  ["skin", IS_SKIN, 0.03],
  ["hair", IS_HAIR, 0.1]
];
function readInstruments(raw, seen, camera, at2) {
  const { width, height } = seen;
  const kind = skinAndHair(seen);
  const pixels = width * height;
  const counts = [0, 1, 2].map(() => new Float64Array(STEPS2));
  const density = new Float32Array(DISC * DISC);
  const rgb5 = new Float64Array(3);
  const lab2 = new Float64Array(3);
  const row = Math.min(height - 1, Math.max(0, Math.floor(at2 * height)));
  const line = [0, 1, 2].map(() => new Float32Array(width));
  const burnt = { [IS_SKIN]: 0, [IS_HAIR]: 0 };
  const all2 = { [IS_SKIN]: 0, [IS_HAIR]: 0 };
  const stops = (value) => Math.log2(Math.max(1e-9, value) / MID_GREY);
  for (let p = 0; p < pixels; p++) {
    const [r, g, b] = [raw[3 * p], raw[3 * p + 1], raw[3 * p + 2]];
    linearOutputInto(rgb5, camera, r, g, b);
    for (let c = 0; c < 3; c++) {
      const level = stops(rgb5[c]);
      const step = Math.floor((level - FROM_STOPS) / STEP_STOPS);
      counts[c][Math.min(STEPS2 - 1, Math.max(0, step))]++;
      if (Math.floor(p / width) === row) line[c][p % width] = level;
    }
    const m = kind[p];
    if (m === IS_SKIN || m === IS_HAIR) {
      all2[m]++;
      if (Math.max(r, g, b) >= camera.whiteClip || Math.max(rgb5[0], rgb5[1], rgb5[2]) >= camera.outputClip) burnt[m]++;
    }
    recordInto(rgb5, camera, r, g, b);
    oklabInto(lab2, rgb5[0], rgb5[1], rgb5[2]);
    const x = Math.round((lab2[1] / REACH + 1) / 2 * (DISC - 1));
    const y = Math.round((1 - lab2[2] / REACH) / 2 * (DISC - 1));
    if (x >= 0 && y >= 0 && x < DISC && y < DISC) density[y * DISC + x]++;
  }
  const most = Math.max(1, ...density);
  const share = (list) => Array.from(list, (n) => n / pixels);
  return {
    levels: {
      fromStops: FROM_STOPS,
      stepStops: STEP_STOPS,
      r: share(counts[0]),
      g: share(counts[1]),
      b: share(counts[2]),
      ceilingStops: stops(camera.outputClip)
    },
    disc: { size: DISC, reach: REACH, density: density.map((n) => n / most) },
    line: { at: (row + 0.5) / height, r: line[0], g: line[1], b: line[2] },
    highlights: TOLERANCES.flatMap(([part, m, tolerance]) => all2[m] > 0 ? [{ part, share: burnt[m] / all2[m], tolerance }] : [])
  };
}

// core/src/figure/glass.ts
var INDEX = 1.46;
function glassField(x, y, z) {
  const body = box(x, y + 1.2, z, 3.6, 4.6, 1.85, 0.75);
  const neck = cylinder(x, y - 3.8, z, 0.85, 0.8, 0.2);
  return join(body, neck, 0.6);
}
function liquidInside(x, y, z) {
  return y < 2.1 && box(x, y + 1, z, 3.1, 3.8, 1.25, 0.6) < 0;
}
function refracted([dx, dy, dz], [nx, ny, nz], ratio) {
  const c = -(dx * nx + dy * ny + dz * nz);
  const k = 1 - ratio * ratio * (1 - c * c);
  if (k < 0) return null;
  const q = ratio * c - Math.sqrt(k);
  return [ratio * dx + q * nx, ratio * dy + q * ny, ratio * dz + q * nz];
}
function mirroredIn([dx, dy, dz], [nx, ny, nz]) {
  const k = 2 * (dx * nx + dy * ny + dz * nz);
  return [dx - k * nx, dy - k * ny, dz - k * nz];
}
function outward(x, y, z) {
  const e = 0.02;
  const nx = glassField(x + e, y, z) - glassField(x - e, y, z);
  const ny = glassField(x, y + e, z) - glassField(x, y - e, z);
  const nz = glassField(x, y, z + e) - glassField(x, y, z - e);
  const n = norm(nx, ny, nz) || 1;
  return [nx / n, ny / n, nz / n];
}
var STEP_CM2 = 0.12;
var MOST_STEPS2 = 140;
var MOST_TURNS = 3;
function throughGlass(place, direction) {
  let [x, y, z] = place;
  const entry = refracted(direction, outward(x, y, z), 1 / INDEX);
  if (!entry) return null;
  let way = entry;
  let liquidCm = 0;
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    let steps = 0;
    do {
      x += STEP_CM2 * way[0];
      y += STEP_CM2 * way[1];
      z += STEP_CM2 * way[2];
      if (liquidInside(x, y, z)) liquidCm += STEP_CM2;
    } while (glassField(x, y, z) < 0 && ++steps < MOST_STEPS2);
    if (steps >= MOST_STEPS2) return null;
    const [nx, ny, nz] = outward(x, y, z);
    const out3 = refracted(way, [-nx, -ny, -nz], INDEX);
    if (out3) return { place: [x, y, z], direction: out3, liquidCm };
    way = mirroredIn(way, [nx, ny, nz]);
    x -= 0.5 * STEP_CM2 * nx;
    y -= 0.5 * STEP_CM2 * ny;
    z -= 0.5 * STEP_CM2 * nz;
  }
  return null;
}

// core/src/picture/raster.ts
var SX = [0.375, 0.875, 0.125, 0.625];
var SY = [0.125, 0.375, 0.625, 0.875];
var SAME_M = 8e-3;
function rasterise(width, height, screen, face, twoSided) {
  const depth = new Float32Array(4 * width * height).fill(1e9);
  const triangle = new Int32Array(4 * width * height).fill(-1);
  const count = face.length / 3;
  for (let t2 = 0; t2 < count; t2++) {
    const a = 3 * face[3 * t2];
    const b = 3 * face[3 * t2 + 1];
    const c = 3 * face[3 * t2 + 2];
    const za = screen[a + 2];
    const zb = screen[b + 2] - za;
    const zc = screen[c + 2] - za;
    if (za <= 0.02 || za + zb <= 0.02 || za + zc <= 0.02) continue;
    const ax = screen[a];
    const ay = screen[a + 1];
    const bx = screen[b] - ax;
    const by = screen[b + 1] - ay;
    const cx = screen[c] - ax;
    const cy = screen[c + 1] - ay;
    const area = bx * cy - by * cx;
    if (area === 0 || area > 0 && !twoSided[t2]) continue;
    const x0 = Math.max(0, Math.floor(ax + Math.min(0, bx, cx) - 0.875));
    const x1 = Math.min(width - 1, Math.floor(ax + Math.max(0, bx, cx)));
    const y0 = Math.max(0, Math.floor(ay + Math.min(0, by, cy) - 0.875));
    const y1 = Math.min(height - 1, Math.floor(ay + Math.max(0, by, cy)));
    if (x1 < x0 || y1 < y0) continue;
    const k = 1 / area;
    const ux = cy * k;
    const uy = -cx * k;
    const vx = -by * k;
    const vy = bx * k;
    for (let j = y0; j <= y1; j++)
      for (let i = x0; i <= x1; i++)
        for (let q = 0; q < 4; q++) {
          const dx = i + SX[q] - ax;
          const dy = j + SY[q] - ay;
          const u = dx * ux + dy * uy;
          const v = dx * vx + dy * vy;
          if (u < 0 || v < 0 || u + v > 1) continue;
          const z = za + u * zb + v * zc;
          const o = 4 * (j * width + i) + q;
          if (z < depth[o]) {
            depth[o] = z;
            triangle[o] = t2;
          }
        }
  }
  return { depth, triangle };
}
function fragmentsOf(width, height, screen, face, part, { depth, triangle }) {
  let most = 1024;
  let pixel = new Uint32Array(most);
  let share = new Float32Array(most);
  let tri = new Uint32Array(most);
  let fu = new Float32Array(most);
  let fv = new Float32Array(most);
  const cover = new Float32Array(width * height);
  const near = new Float32Array(width * height).fill(1e9);
  let n = 0;
  const grow = () => {
    most *= 2;
    const f = (a) => {
      const b = new Float32Array(most);
      b.set(a);
      return b;
    };
    const w = (a) => {
      const b = new Uint32Array(most);
      b.set(a);
      return b;
    };
    [pixel, tri] = [w(pixel), w(tri)];
    [share, fu, fv] = [f(share), f(fu), f(fv)];
  };
  for (let p = 0; p < width * height; p++) {
    const o = 4 * p;
    let used = 0;
    for (let q = 0; q < 4; q++) {
      const t2 = triangle[o + q];
      if (t2 < 0 || used & 1 << q) continue;
      let count = 0;
      let sx = 0;
      let sy = 0;
      const z = depth[o + q];
      for (let r = q; r < 4; r++) {
        const other = triangle[o + r];
        if (other < 0 || used & 1 << r || part[other] !== part[t2] || Math.abs(depth[o + r] - z) > SAME_M) continue;
        used |= 1 << r;
        count++;
        sx += SX[r];
        sy += SY[r];
      }
      if (n === most) grow();
      const a = 3 * face[3 * t2];
      const b = 3 * face[3 * t2 + 1];
      const c = 3 * face[3 * t2 + 2];
      const bx = screen[b] - screen[a];
      const by = screen[b + 1] - screen[a + 1];
      const cx = screen[c] - screen[a];
      const cy = screen[c + 1] - screen[a + 1];
      const area = bx * cy - by * cx;
      const dx = p % width + sx / count - screen[a];
      const dy = (p / width | 0) + sy / count - screen[a + 1];
      const u = Math.min(1, Math.max(0, (dx * cy - dy * cx) / area));
      const v = Math.min(1 - u, Math.max(0, (dy * bx - dx * by) / area));
      pixel[n] = p;
      share[n] = count / 4;
      tri[n] = t2;
      fu[n] = u;
      fv[n] = v;
      n++;
      cover[p] += count / 4;
      if (z < near[p]) near[p] = z;
    }
  }
  return {
    count: n,
    pixel: pixel.slice(0, n),
    share: share.slice(0, n),
    triangle: tri.slice(0, n),
    u: fu.slice(0, n),
    v: fv.slice(0, n),
    cover,
    near
  };
}

// core/src/picture/garment-relief.ts
var bend = new Float32Array(3);
var cloth2 = { light: 1, gloss: 0 };
function garmentRelief(spot, { shape }, surface) {
  const { garment } = shape;
  cloth2.light = 1;
  cloth2.gloss = 0;
  if (garment === "sweater") {
    if (surface === SURFACE.collar) rib(spot);
    else knit(spot);
  } else {
    woven(spot, garment === "coat" ? 1.6 : garment === "fencing" ? 1.25 : 1);
    if (surface === SURFACE.cloth && spot.sz > -0.2 && spot.Z > -12 && spot.Y > -56) {
      if (garment === "shirt" || garment === "apron") shirtFront(spot);
      else if (garment === "jacket") zip(spot);
      else if (garment === "fencing") fencingFront(spot);
      else coatFront(spot);
      sleeveSeam(spot);
    }
  }
  const graze = 1 - clamp(spot.sx * spot.vx + spot.sy * spot.vy + spot.sz * spot.vz);
  const fuzz = garment === "sweater" ? 0.9 + 0.9 * graze ** 3 : 0.96 + 0.3 * graze ** 3;
  const accent = garment === "apron" && surface === SURFACE.cloth ? bib(spot) : 0;
  spot.mix[0] = (1 - accent) * cloth2.light * fuzz;
  spot.mix[1] = accent * cloth2.light * fuzz;
  spot.sheen = (garment === "sweater" ? 0 : garment === "shirt" || garment === "apron" ? 0.16 : 0.1) + cloth2.gloss;
  spot.rough = cloth2.gloss > 0 ? 0.3 : 0.62;
}
function woven(spot, coarse) {
  const { X, Y: Y5, Z, fine } = spot;
  const f = 9 / coarse;
  vectorNoise(bend, X * f, Y5 * f, Z * f);
  add(spot, 0.05 * coarse * fine);
  vectorNoise(bend, X * 2.1, Y5 * 2.1, Z * 2.1);
  add(spot, 0.04);
  cloth2.light = 1 + 0.035 * noise(X * 14, Y5 * 3, Z * 14) + 0.035 * noise(X * 3, Y5 * 14, Z * 3) + 0.02 * noise(X * 1.3, Y5 * 1.3, Z * 1.3);
}
function add(spot, amount) {
  spot.nx += amount * bend[0];
  spot.ny += amount * bend[1];
  spot.nz += amount * bend[2];
}
function seam(spot, e, gx, gy, up, stitch, along2) {
  if (Math.abs(e) > 0.9) return;
  const flank = Math.exp(-((e / 0.09) ** 2)) * up;
  spot.nx += flank * gx;
  spot.ny += flank * gy;
  cloth2.light *= 1 - 0.4 * Math.exp(-(((e - 0.07) / 0.06) ** 2));
  if (!stitch) return;
  const q = e + stitch;
  const on = smooth(0.1, 0.5, Math.sin(along2 * 18));
  cloth2.light *= 1 - 0.13 * Math.exp(-((q / 0.06) ** 2)) * (0.35 + 0.65 * on);
  const pucker = Math.exp(-((q / 0.16) ** 2));
  spot.ny += 0.06 * pucker * noise(spot.X * 2, along2 * 2.4, 5);
  spot.nx += 0.1 * pucker * noise(spot.X * 2, along2 * 2.4, 9);
}
function button(spot, x, y, size = 1) {
  const bx = (spot.X - x) / size;
  const by = (spot.Y - y) / size;
  const r = norm(bx, by);
  if (r > 0.85) return;
  cloth2.light *= 1 - 0.4 * smooth(0.85, 0.55, norm(bx - 0.06, by + 0.1));
  if (r > 0.56) return;
  const rim = Math.exp(-(((r - 0.47) / 0.07) ** 2)) - 0.3 * smooth(0.42, 0.36, r);
  spot.nx += bx / 0.56 * rim;
  spot.ny += by / 0.56 * rim;
  const hole = norm(Math.abs(bx) - 0.1, Math.abs(by) - 0.1);
  cloth2.light = 0.92 * (1 - 0.6 * smooth(0.09, 0.05, hole));
  cloth2.gloss = 1.6;
}
var wobble = (Y5) => 0.07 * noise(0.5, Y5 * 0.35, 3);
function shirtFront(spot) {
  const { X, Y: Y5 } = spot;
  if (Math.abs(X) < 3) {
    seam(spot, X - 1.75 - wobble(Y5), 1, 0, 0.55, 0.32, Y5);
    if (X < 0) seam(spot, -X - 1.55 + wobble(Y5), -1, 0, 0.22, 0.3, Y5);
  }
  if (Math.abs(X) < 1) for (const y of [-23.2, -31.4, -40.2, -48.6]) button(spot, 0.1, y);
  yoke(spot);
}
function yoke(spot) {
  const m = Math.abs(spot.X);
  if (spot.Y > -25 && m > 4) seam(spot, -(spot.Z + 2.4 + 0.12 * m) * 0.8, 0, 0.8, 0.3, 0.28, m);
}
function zip(spot) {
  const { X, Y: Y5 } = spot;
  const m = Math.abs(X);
  const side = Math.sign(X) || 1;
  seam(spot, m - 0.95 - wobble(Y5), side, 0, 0.5, 0.22, Y5);
  if (m < 0.28) {
    const tooth = Math.sin(Y5 * 30 + (X > 0 ? 0 : Math.PI));
    const on = smooth(0.28, 0.2, m) * spot.fine;
    spot.nx += on * 0.5 * side * tooth;
    spot.ny += on * 0.6 * Math.cos(Y5 * 30);
    cloth2.light *= 1 - 0.45 * on * (0.5 - 0.5 * tooth);
    cloth2.gloss = 0.8 * on;
  }
  if (Y5 < -25) seam(spot, m - 8.6 + 1.6 * smooth(-27, -45, Y5) - 0.4 * Math.sin(Y5 * 0.2), side, 0, 0.35, 0.28, Y5);
  seam(spot, Y5 + 29.4 - 0.05 * m, 0, 1, 0.3, 0.3, m);
  yoke(spot);
}
function fencingFront(spot) {
  const { X, Y: Y5 } = spot;
  const slant = X + 0.42 * (Y5 + 22) + 8.4;
  seam(spot, slant, 0.92, 0.4, 0.5, 0.34, Y5);
  seam(spot, slant + 1.3, 0.92, 0.4, 0.18, 0, Y5);
  if (X > -2) seam(spot, Y5 + 34.6 + 0.06 * X * X * 0.2, 0, 1, 0.36, 0.3, X);
  const q = Math.abs((X + 40) % 3.4 - 1.7) - 1.55;
  if (Y5 < -24 && Y5 > -34 && X > -3 && X < 13) {
    const line = Math.exp(-((q / 0.16) ** 2));
    cloth2.light *= 1 - 0.1 * line;
    spot.nx += 0.2 * line * Math.sign((X + 40) % 3.4 - 1.7) * -1;
  }
  yoke(spot);
}
function coatFront(spot) {
  const { X, Y: Y5 } = spot;
  seam(spot, X - 4.6 - 2 * wobble(Y5), 1, 0, 0.6, 0.5, Y5);
  for (const y of [-33.5, -44]) for (const x of [3.2, -4.4]) button(spot, x, y, 1.35);
  const m = Math.abs(X);
  seam(spot, Y5 + 47.5 + 0.1 * m, 0, 1, 0.3, 0.3, m);
}
function sleeveSeam(spot) {
  const { X, Y: Y5 } = spot;
  const m = Math.abs(X);
  const arm = m - (14.1 - 0.9 * Math.exp(-(((Y5 + 31) / 5) ** 2)) - 0.035 * (Y5 + 26));
  if (Y5 > -38) seam(spot, arm, Math.sign(X) || 1, 0, 0.4, 0.3, Y5);
}
function bib(spot) {
  const { X, Y: Y5 } = spot;
  if (spot.sz < -0.1) return 0;
  const m = Math.abs(X);
  const side = 8.6 + 7.5 * smooth(-38, -60, Y5);
  const edge2 = Math.max(m - side, Y5 + 28.6);
  const strap = Math.abs(m - (7.3 - 0.16 * (Y5 + 28))) - 1.15;
  const on = Y5 > -28.6 ? strap : edge2;
  if (Y5 > -18.5) return 0;
  const d = Y5 > -28.6 ? strap : edge2;
  cloth2.light *= 1 - 0.35 * Math.exp(-(((d - 0.08) / 0.08) ** 2)) - 0.1 * Math.exp(-(((d + 0.7) / 0.06) ** 2));
  spot.nx += 0.5 * Math.exp(-((d / 0.1) ** 2)) * (Math.sign(X) || 1);
  return smooth(0.05, -0.05, on);
}
function rib(spot) {
  const ph = Math.atan2(spot.Z + 6.6, spot.X);
  const slope = -Math.sin(ph * 62) * 0.55 * spot.fine;
  spot.nx += slope * Math.sin(ph);
  spot.nz -= slope * Math.cos(ph);
  cloth2.light = 0.78 + 0.22 * Math.cos(ph * 62);
}
function knit(spot) {
  const { X, Y: Y5, Z, fine } = spot;
  const width = 0.34;
  const column = X / width - Math.floor(X / width) - 0.5;
  const row = (Y5 + 0.9 * Math.abs(column) * width + 0.12 * noise(X, Y5, Z)) / (width * 0.72);
  const f = row - Math.floor(row);
  const loop = 1 - (2 * Math.abs(column)) ** 3;
  const h = (0.5 - 0.5 * Math.cos(2 * Math.PI * f)) * loop;
  const deep = 0.28 * fine * smooth(0.15, 0.55, Math.abs(spot.sz));
  spot.nx += deep * Math.sign(column) * (Math.abs(column) > 0.12 ? 0.6 : 0.2) * (0.4 + 0.6 * h);
  spot.ny += deep * 0.7 * Math.sin(2 * Math.PI * f) * loop;
  cloth2.light = (1 - 0.79 * deep * (1 - h)) * (1 + 0.1 * noise(X * 5, Y5 * 5, Z * 5) + 0.05 * noise(X * 1.3, Y5 * 1.3, Z * 1.3));
}

// core/src/picture/relief.ts
function makeSpot() {
  return {
    X: 0,
    Y: 0,
    Z: 0,
    x: 0,
    y: 0,
    z: 0,
    sx: 0,
    sy: 0,
    sz: 0,
    nx: 0,
    ny: 0,
    nz: 0,
    vx: 0,
    vy: 0,
    vz: 0,
    open: 0,
    mix: new Float32Array(6),
    sheen: 0,
    rough: 1,
    a: 0,
    b: 0,
    c: 0,
    wa: 0,
    wb: 0,
    wc: 0,
    fine: 1
  };
}
var bend2 = new Float32Array(3);
var at = (values, s) => s.wa * values[s.a] + s.wb * values[s.b] + s.wc * values[s.c];
function relieve(spot, figure, surface, gaze) {
  spot.mix.fill(0);
  spot.nx = spot.sx;
  spot.ny = spot.sy;
  spot.nz = spot.sz;
  spot.sheen = 0;
  spot.rough = 0.6;
  switch (surface) {
    case SURFACE.skin:
      return skinRelief(spot, figure);
    case SURFACE.eye:
      return eyeRelief(spot, figure, gaze);
    case SURFACE.cloth:
    case SURFACE.collar:
      return garmentRelief(spot, figure, surface);
    case SURFACE.label:
      return labelRelief(spot);
    case SURFACE.hat:
      vectorNoise(bend2, spot.X * 5, spot.Y * 5, spot.Z * 5);
      tilt(spot, 0.06 * spot.fine);
      spot.mix[figure.shape.headwear === "cap" ? 1 : 0] = 1 + 0.04 * noise(spot.X * 6, spot.Y * 6, spot.Z * 6);
      spot.sheen = 0.2;
      spot.rough = 0.7;
      return;
    default:
      spot.mix[0] = 1;
      spot.sheen = surface === SURFACE.metal ? 20 : surface === SURFACE.lens ? 1.6 : surface === SURFACE.matt ? 1.3 : 1;
      spot.rough = surface === SURFACE.metal ? 0.16 : surface === SURFACE.lens ? 0.08 : surface === SURFACE.matt ? 0.42 : 0.5;
  }
}
function tilt(spot, amount) {
  spot.nx += amount * bend2[0];
  spot.ny += amount * bend2[1];
  spot.nz += amount * bend2[2];
}
function skinRelief(spot, figure) {
  const { X, Y: Y5, Z, fine, mix: share } = spot;
  const A = figure.skin.attributes;
  const lip = smooth(0.32, 0.72, at(A.lip, spot));
  const lid = at(A.lid, spot);
  const wet = smooth(0.75, 0.97, lid);
  const beard = at(A.beard, spot);
  const root = at(A.root, spot);
  const hole = at(A.hole, spot);
  if (lip > 0.3) {
    vectorNoise(bend2, X * 7.5, Y5 * 1.4, Z * 2);
    spot.nx += 0.11 * bend2[0];
    spot.ny += 0.033 * bend2[1];
    spot.nz += 0.055 * bend2[2];
  } else {
    const deep = (0.075 + 0.045 * beard) * (1 - root) * (1 - wet);
    vectorNoise(bend2, X * 6.5, Y5 * 6.5, Z * 6.5);
    tilt(spot, 0.75 * deep);
    vectorNoise(bend2, X * 13 + 7, Y5 * 13, Z * 13);
    tilt(spot, fine * deep);
  }
  vectorNoise(bend2, X * 2.6, Y5 * 2.6, Z * 2.6);
  const [blotch, spots, shiny] = [bend2[0], bend2[1], bend2[2]];
  vectorNoise(bend2, X * 9, Y5 * 9, Z * 9);
  const [grain, furrow] = [bend2[0], bend2[1]];
  const texture = 1 + 0.06 * blotch + 0.06 * fine * grain + 0.04 * noise(X * 0.8, Y5 * 0.8, Z * 0.8);
  const mark = smooth(0.55, 0.75, spots) * 0.12 + frecklesAt(figure, X, Y5, Z);
  const blush = clamp(at(A.blush, spot)) * (1 - lip);
  const shade = clamp(at(A.shade, spot) + mark) * (1 - lip);
  const rooted = 0.6 * root;
  const stubble = beard * 0.26;
  const upper = smooth(0.45, 0.85, lid) * (1 - 0.5 * smooth(0.97, 1, lid)) * (Y5 > 2.75 ? 1 : 0.25);
  const rest = (1 - rooted) * (1 - stubble);
  share[0] = texture * (1 - 0.35 * upper) * Math.max(0, 1 - lip - 0.6 * blush - 0.6 * shade) * rest * (1 - 0.6 * wet);
  share[1] = texture * (0.6 * blush * rest + 0.6 * wet);
  share[2] = lip * (1 - 0.6 * wet) * (0.94 + 0.12 * furrow);
  share[3] = 0.6 * shade * rest;
  share[4] = stubble * (1 - lip) + 0.12 * upper;
  share[5] = rooted;
  spot.sheen = 0.85 * (at(A.shine, spot) || 0.8) * (1 - 0.7 * root) * (1 - hole) * (0.85 + 0.3 * shiny) * mix(1, 1.45, lip) + 1.2 * wet;
  spot.rough = mix(mix(0.5, 0.36, lip), 0.22, wet) + 0.03 * spots + 0.04 * beard;
  spot.open *= 1 - 0.85 * hole;
}
function frecklesAt({ shape }, X, Y5, Z) {
  const amount = shape.person === "long" ? 0.8 : shape.person === "beard" ? 0.35 : 0;
  if (amount === 0 || Z <= 0) return 0;
  const zone = Math.exp(-(((Math.abs(X) - 2.6) / 3) ** 2) - ((Y5 - 0.2) / 2.2) ** 2) + 0.25;
  const small = smooth(0.42, 0.62, noise(X * 6.5, Y5 * 6.5, Z * 6.5 + 3)) * 0.32;
  const large = smooth(0.5, 0.68, noise(X * 3.6 + 5, Y5 * 3.6, Z * 3.6)) * 0.2;
  return amount * zone * (small + large);
}
var IRIS = 0.515;
function eyeRelief(spot, figure, [gx, gy, gz]) {
  const eye = figure.eyes.find(({ first, last }) => spot.a >= first && spot.a < last);
  let px = spot.x - eye.centre[0];
  let py = spot.y - eye.centre[1];
  let pz = spot.z - eye.centre[2];
  const l = norm(px, py, pz) || 1;
  px /= l;
  py /= l;
  pz /= l;
  const along2 = px * gx + py * gy + pz * gz;
  const r = Math.acos(clamp(along2, -1, 1)) / IRIS;
  const turn = Math.atan2(py - along2 * gy, px - along2 * gx);
  const limb = smooth(1.06, 0.92, r);
  const pupil = smooth(0.42, 0.36, r);
  const fibre2 = 0.75 + 0.5 * noise(turn * 9, r * 1.8, 1) + 0.35 * noise(turn * 23, r * 3, 2) + 0.45 * Math.exp(-(((r - 0.52) / 0.14) ** 2));
  const ring = 1 - 0.75 * smooth(0.78, 1.02, r);
  const veins = 0.25 * smooth(0.25, 0.6, noise(px * 9, py * 22, pz * 9) * smooth(1.1, 2.2, r));
  const corner = smooth(0.62, 0.95, Math.abs(px - gx * along2));
  const lid = (1 - 0.55 * smooth(0, 0.42, py - gy * along2 * 0.4)) * (1 - 0.3 * smooth(-0.12, -0.42, py)) * (1 - 0.35 * corner);
  spot.mix[0] = lid * (1 - limb) * (1 - veins) * (1 - 0.45 * corner);
  spot.mix[1] = lid * limb * (1 - pupil) * Math.max(0.1, fibre2) * ring * 1.35;
  spot.mix[2] = lid * limb * pupil;
  spot.mix[3] = lid * (1 - limb) * (veins + 0.35 * corner);
  spot.open *= lid;
  if (r < 1.15) {
    const k = smooth(1.2, 0.9, r);
    const m = 0.385;
    const [cx, cy, cz] = [px - m * gx, py - m * gy, pz - m * gz];
    const cl = norm(cx, cy, cz) || 1;
    spot.nx = mix(px, cx / cl, k);
    spot.ny = mix(py, cy / cl, k);
    spot.nz = mix(pz, cz / cl, k);
  } else {
    spot.nx += 0.05 * noise(px * 14, py * 14, 1);
    spot.ny += 0.05 * noise(px * 14, py * 14, 7);
  }
  spot.sheen = 1;
  spot.rough = 0.05;
}
var GLYPHS = {
  N: ["1001", "1101", "1011", "1001", "1001"],
  O: ["0110", "1001", "1001", "1001", "0110"],
  C: ["0111", "1000", "1000", "1000", "0111"],
  T: ["1111", "0110", "0110", "0110", "0110"],
  U: ["1001", "1001", "1001", "1001", "0110"],
  R: ["1110", "1001", "1110", "1010", "1001"],
  E: ["1111", "1000", "1110", "1000", "1111"]
};
var WORD = "NOCTURNE";
function labelRelief(spot) {
  const { X, Y: Y5, fine } = spot;
  const size = 0.085;
  const step = 5.4 * size;
  const u = (X + WORD.length * step / 2) / step;
  const i = Math.floor(u);
  const column = Math.floor((u - i) * step / size);
  const row = Math.floor((-1.15 - Y5) / size);
  const glyph = GLYPHS[WORD[i] ?? ""];
  const inWord = glyph?.[row]?.[column] === "1";
  const rule = Math.abs(Y5 + 2.35) < 0.035 && Math.abs(X) < 1.5;
  const small = Math.abs(Y5 + 2.75) < 0.08 && Math.abs(X) < 1.1 && Math.sin(X * 34) + Math.sin(X * 57) > -0.2;
  const edge2 = Math.abs(Math.max(Math.abs(X) / 1.95, Math.abs(Y5 + 1.8) / 1.65) - 1) < 0.012;
  const ink = inWord || rule || edge2 ? 1 : small ? 0.6 : 0;
  spot.mix[0] = (1 - ink) * (1 + 0.02 * noise(X * 8, Y5 * 8, 2));
  spot.mix[1] = ink;
  vectorNoise(bend2, X * 9, Y5 * 9, 3);
  tilt(spot, 0.03 * fine);
  spot.sheen = 0.35;
  spot.rough = 0.55;
}

// core/src/picture/room-surface.ts
function roomShape(look) {
  const { backdrop: backdrop2, room, subject } = look;
  const table3 = tableOf(subject);
  return {
    backM: -backdrop2.distanceM,
    halfRoomM: room.widthM / 2,
    heightM: room.heightM,
    halfBackdropM: backdrop2.type === "wall" ? room.widthM / 2 : backdrop2.widthM / 2,
    type: backdrop2.type,
    curveM: Math.min(0.5, backdrop2.distanceM / 2),
    table: table3 ? { ...table3, topM: subject.faceHeightM + table3.topM } : null,
    boards: look.boards
  };
}
var PAPER_BEFORE_M = 0.6;
function meetRoom(shape, ox, oy, oz, dx, dy, dz, met) {
  const { backM, halfRoomM, heightM, halfBackdropM, type, curveM, table: table3, boards } = shape;
  met.t = 50;
  met.material = MATERIAL.wall;
  [met.nx, met.ny, met.nz] = [0, 0, 1];
  const take = (t2, material, nx, ny, nz) => {
    if (t2 <= 1e-4 || t2 >= met.t) return;
    met.t = t2;
    met.material = material;
    met.nx = nx;
    met.ny = ny;
    met.nz = nz;
  };
  const paper = (x) => Math.abs(x) <= halfBackdropM;
  if (dz < -1e-6) {
    const t2 = (backM - oz) / dz;
    const x = ox + t2 * dx;
    take(t2, type !== "none" && paper(x) ? MATERIAL.backdrop : MATERIAL.wall, 0, 0, 1);
    if (type === "cloth" && met.material === MATERIAL.backdrop) fold(met, x, oy + t2 * dy);
  }
  if (dy < -1e-6) {
    const t2 = -oy / dy;
    const [x, z] = [ox + t2 * dx, oz + t2 * dz];
    take(t2, type === "sweep" && paper(x) && z < PAPER_BEFORE_M ? MATERIAL.backdrop : MATERIAL.floor, 0, 1, 0);
  }
  if (dy > 1e-6) take((heightM - oy) / dy, MATERIAL.ceiling, 0, -1, 0);
  if (dx < -1e-6) take((-halfRoomM - ox) / dx, MATERIAL.wall, 1, 0, 0);
  if (dx > 1e-6) take((halfRoomM - ox) / dx, MATERIAL.wall, -1, 0, 0);
  if (type === "sweep") curve(shape, curveM, ox, oy, oz, dx, dy, dz, met);
  if (table3 && dy < -1e-6) {
    const t2 = (table3.topM - oy) / dy;
    if (Math.abs(ox + t2 * dx) <= table3.halfWidthM && Math.abs(oz + t2 * dz) <= table3.halfDepthM) take(t2, MATERIAL.table, 0, 1, 0);
  }
  for (const board of boards) {
    const a = board.yawDeg * Math.PI / 180;
    const [nx, nz] = [Math.sin(a), Math.cos(a)];
    const along2 = nx * dx + nz * dz;
    if (Math.abs(along2) < 1e-6) continue;
    const [bx, by, bz] = board.position;
    const t2 = (nx * (bx - ox) + nz * (bz - oz)) / along2;
    const u = (ox + t2 * dx - bx) * nz - (oz + t2 * dz - bz) * nx;
    if (Math.abs(u) > board.widthM / 2 || Math.abs(oy + t2 * dy - by) > board.heightM / 2) continue;
    const side = along2 > 0 ? -1 : 1;
    take(t2, board.finish === "black" ? MATERIAL.flag : MATERIAL.card, side * nx, 0, side * nz);
  }
}
function curve({ backM, halfBackdropM }, r, ox, oy, oz, dx, dy, dz, met) {
  const [cy, cz] = [r, backM + r];
  const a = dy * dy + dz * dz;
  const b = (oy - cy) * dy + (oz - cz) * dz;
  const c = (oy - cy) ** 2 + (oz - cz) ** 2 - r * r;
  const root = b * b - a * c;
  if (a < 1e-9 || root <= 0) return;
  const t2 = (-b + Math.sqrt(root)) / a;
  const [x, y, z] = [ox + t2 * dx, oy + t2 * dy, oz + t2 * dz];
  if (t2 <= 1e-4 || t2 >= met.t || y > cy || z > cz || Math.abs(x) > halfBackdropM) return;
  met.t = t2;
  met.material = MATERIAL.backdrop;
  met.nx = 0;
  met.ny = (cy - y) / r;
  met.nz = (cz - z) / r;
}
function fold(met, x, y) {
  const slope = 0.34 * Math.cos(13 * x + 0.7 * Math.sin(1.1 * y)) + 0.2 * Math.cos(29 * x + 1.3 + 0.4 * Math.sin(2.3 * y)) + 0.09 * Math.cos(61 * x);
  const n = Math.hypot(1, slope);
  met.nx = -slope / n;
  met.nz = 1 / n;
}

// core/src/picture/strand-raster.ts
var BINS2 = 1024;
var ENOUGH = 0.015;
function frontToBack(screen, start) {
  const strands = start.length - 1;
  let low = Infinity;
  let high = -Infinity;
  for (let i = 2; i < screen.length; i += 3) {
    const z = screen[i];
    if (z < low) low = z;
    if (z > high) high = z;
  }
  const scale = (BINS2 - 1) / (high - low + 1e-9);
  const total = Math.max(0, (start[strands] ?? 0) - strands);
  const at2 = new Uint32Array(total);
  const key2 = new Uint16Array(total);
  const bins = new Uint32Array(BINS2 + 1);
  let n = 0;
  for (let k = 0; k < strands; k++)
    for (let i = start[k]; i + 1 < start[k + 1]; i++) {
      at2[n] = i;
      key2[n] = (Math.min(screen[3 * i + 2], screen[3 * i + 5]) - low) * scale;
      bins[key2[n] + 1]++;
      n++;
    }
  for (let b = 0; b < BINS2; b++) bins[b + 1] += bins[b];
  const order = new Uint32Array(n);
  for (let i = 0; i < n; i++) order[bins[key2[i]]++] = at2[i];
  return order;
}
var Shares = class {
  n = 0;
  pixel = new Uint32Array(1 << 18);
  point = new Uint32Array(1 << 18);
  share = new Float32Array(1 << 18);
  add(pixel, point2, share) {
    if (this.n === this.share.length) {
      const more = (a, b) => {
        b.set(a);
        return b;
      };
      const most = 2 * this.n;
      this.pixel = more(this.pixel, new Uint32Array(most));
      this.point = more(this.point, new Uint32Array(most));
      this.share = more(this.share, new Float32Array(most));
    }
    this.pixel[this.n] = pixel;
    this.point[this.n] = point2;
    this.share[this.n++] = share;
  }
};
function rasteriseStrands(width, height, screen, { start, width: widthM }, focalPx, near, cover) {
  const order = frontToBack(screen, start);
  const left = new Float32Array(width * height).fill(1);
  const out3 = new Shares();
  for (let q = 0; q < order.length; q++) {
    const i = order[q];
    const a = 3 * i;
    const z0 = screen[a + 2];
    const dz = screen[a + 5] - z0;
    if (z0 <= 0.02 || z0 + dz <= 0.02) continue;
    const x0 = screen[a];
    const y0 = screen[a + 1];
    const dx = screen[a + 3] - x0;
    const dy = screen[a + 4] - y0;
    if (Math.max(x0, x0 + dx) < 0 || Math.max(y0, y0 + dy) < 0 || Math.min(x0, x0 + dx) >= width || Math.min(y0, y0 + dy) >= height) continue;
    const steep = Math.abs(dy) > Math.abs(dx);
    const run = steep ? dy : dx;
    const length = Math.max(1e-6, Math.abs(run));
    const slant = Math.sqrt(dx * dx + dy * dy) / length;
    const wide = widthM[i] * focalPx / z0 * slant;
    const half = Math.max(0.5, wide * 0.5);
    const dense = Math.min(1, wide);
    const m0 = steep ? Math.min(y0, y0 + dy) : Math.min(x0, x0 + dx);
    const m1 = m0 + length;
    const last = (steep ? height : width) - 1;
    const across = (steep ? width : height) - 1;
    for (let m = Math.max(0, Math.floor(m0)); m <= Math.min(last, Math.floor(m1)); m++) {
      const c0 = m0 > m ? m0 : m;
      const c1 = m1 < m + 1 ? m1 : m + 1;
      const part = c1 - c0;
      if (part <= 0) continue;
      const t2 = ((c0 + c1) * 0.5 - (steep ? y0 : x0)) / run;
      const c = (steep ? x0 + t2 * dx : y0 + t2 * dy) - 0.5;
      const z = z0 + t2 * dz;
      const k = dense * part;
      const b1 = Math.min(across, Math.floor(c + half + 0.5));
      for (let b = Math.max(0, Math.ceil(c - half - 0.5)); b <= b1; b++) {
        const over = Math.min(b + 0.5, c + half) - Math.max(b - 0.5, c - half);
        if (over <= 0) continue;
        const p = steep ? m * width + b : b * width + m;
        const rest = left[p];
        if (rest < ENOUGH || z > near[p] + 2e-4 && cover[p] > 0.9) continue;
        const share = Math.min(0.97, k * over) * rest;
        if (share < 2e-3) continue;
        left[p] = rest - share;
        out3.add(p, t2 < 0.5 ? i : i + 1, share);
      }
    }
  }
  thicken(out3, left);
  const n = out3.n;
  return { count: n, pixel: out3.pixel.slice(0, n), point: out3.point.slice(0, n), share: out3.share.slice(0, n), left };
}
function thicken(out3, left) {
  const times2 = new Float32Array(left.length).fill(1);
  for (let p = 0; p < left.length; p++) {
    const l = left[p];
    if (l > 0.9999) continue;
    const n = l * l * (2 - l);
    times2[p] = (1 - n) / (1 - l);
    left[p] = n;
  }
  for (let i = 0; i < out3.n; i++) out3.share[i] *= times2[out3.pixel[i]];
}

// core/src/picture/seen.ts
function seenKey(look, width, height) {
  const { focalMm, sensorWidthMm, sensorHeightMm, distanceM } = look.camera;
  const { faceHeightM, turnDeg, eyesOnCamera } = look.subject;
  const { widthM, distanceM: backM, type } = look.backdrop;
  const { room } = look;
  return JSON.stringify([
    [width, height, focalMm, sensorWidthMm, sensorHeightMm, distanceM],
    [shapeOf(look.subject), faceHeightM, turnDeg, eyesOnCamera, isFigureReady(shapeOf(look.subject), "fine")],
    [widthM, backM, type, room.widthM, room.depthM, room.heightM, look.air.hazePerM],
    look.boards.map(({ position, widthM: w, heightM: h, yawDeg, finish }) => [position, w, h, yawDeg, finish])
  ]);
}
function inRoom({ originM, turn: [cos, sin] }, own) {
  const out3 = new Float32Array(own.length);
  for (let i = 0; i < own.length; i += 3) {
    const [x, y, z] = [own[i], own[i + 1], own[i + 2]];
    out3[i] = cos * x + sin * z;
    out3[i + 1] = y + originM;
    out3[i + 2] = -sin * x + cos * z;
  }
  return out3;
}
function onScreen({ width, height, eye, right, up, forward, halfWidth, halfHeight }, place) {
  const out3 = new Float32Array(place.length);
  for (let i = 0; i < place.length; i += 3) {
    const x = place[i] - eye[0];
    const y = place[i + 1] - eye[1];
    const z = place[i + 2] - eye[2];
    const depth = x * forward[0] + y * forward[1] + z * forward[2];
    const d = Math.max(1e-4, depth);
    out3[i] = ((x * right[0] + y * right[1] + z * right[2]) / d / halfWidth + 1) * 0.5 * width;
    out3[i + 1] = (1 - (x * up[0] + y * up[1] + z * up[2]) / d / halfHeight) * 0.5 * height;
    out3[i + 2] = depth;
  }
  return out3;
}
function gazeOf(look, stage, view, figure) {
  const eyes = figure.eyes;
  if (eyes.length === 0) return [0, 0, 1];
  const turn = look.subject.headTurnDeg * Math.PI / 180;
  const ahead = [Math.sin(turn), 0, Math.cos(turn)];
  if (!look.subject.eyesOnCamera) return ahead;
  const [x, y, z] = toSubject(stage, view.eye);
  const mid = [0, 1, 2].map((c) => eyes.reduce((s, e) => s + e.centre[c], 0) / eyes.length);
  const d = [x - mid[0], y - mid[1], z - mid[2]];
  const l = Math.hypot(...d);
  const to = d.map((v) => v / l);
  const cosine = to[0] * ahead[0] + to[1] * ahead[1] + to[2] * ahead[2];
  return cosine > 0.8 ? to : ahead;
}
var NEAR_PX_PER_CM = 22;
var FAR_PX_PER_CM = 8;
function shadeFragments(look, view, stage, figure, roomPlace, used, raw, left) {
  const n = raw.count;
  const out3 = {
    count: n,
    pixel: raw.pixel,
    share: new Float32Array(n),
    corner: new Uint32Array(3 * n),
    weight: new Float32Array(3 * n),
    place: new Float32Array(3 * n),
    normal: new Float32Array(3 * n),
    smooth: new Float32Array(3 * n),
    toEye: new Float32Array(3 * n),
    surface: new Uint8Array(n),
    mix: new Float32Array(6 * n),
    sheen: new Float32Array(n),
    rough: new Float32Array(n),
    open: new Float32Array(n),
    hollow: new Float32Array(n),
    fade: new Float32Array(n).fill(1)
  };
  const { eye, height, halfHeight } = view;
  const { hazePerM } = look.air;
  const [cos, sin] = stage.turn;
  const gaze = gazeOf(look, stage, view, figure);
  const spot = makeSpot();
  const pxPerCm = height / (2 * halfHeight) / (100 * look.camera.distanceM);
  spot.fine = Math.min(1, Math.max(0.25, (pxPerCm - FAR_PX_PER_CM) / (NEAR_PX_PER_CM - FAR_PX_PER_CM)));
  const { face, rest, normal, position, open, surface } = figure;
  for (let i = 0; i < n; i++) {
    const t2 = 3 * raw.triangle[i];
    const [a, b, c] = [face[t2], face[t2 + 1], face[t2 + 2]];
    const [wb, wc] = [raw.u[i], raw.v[i]];
    const wa = 1 - wb - wc;
    used[a] = used[b] = used[c] = 1;
    const blend2 = (values, k) => wa * values[3 * a + k] + wb * values[3 * b + k] + wc * values[3 * c + k];
    const q = 3 * i;
    const [x, y, z] = [blend2(roomPlace, 0), blend2(roomPlace, 1), blend2(roomPlace, 2)];
    let [dx, dy, dz] = [eye[0] - x, eye[1] - y, eye[2] - z];
    const way = Math.sqrt(dx * dx + dy * dy + dz * dz);
    dx /= way;
    dy /= way;
    dz /= way;
    let [nx, ny, nz] = [blend2(normal, 0), blend2(normal, 1), blend2(normal, 2)];
    const l = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1;
    nx /= l;
    ny /= l;
    nz /= l;
    const [vx, vz] = [cos * dx - sin * dz, sin * dx + cos * dz];
    if (figure.twoSided[raw.triangle[i]] && nx * vx + ny * dy + nz * vz < -0.2) [nx, ny, nz] = [-nx, -ny, -nz];
    spot.a = a;
    spot.b = b;
    spot.c = c;
    spot.wa = wa;
    spot.wb = wb;
    spot.wc = wc;
    spot.X = blend2(rest, 0);
    spot.Y = blend2(rest, 1);
    spot.Z = blend2(rest, 2);
    spot.x = blend2(position, 0);
    spot.y = blend2(position, 1);
    spot.z = blend2(position, 2);
    spot.sx = nx;
    spot.sy = ny;
    spot.sz = nz;
    spot.vx = vx;
    spot.vy = dy;
    spot.vz = vz;
    spot.open = wa * open[a] + wb * open[b] + wc * open[c];
    const kind = surface[a];
    const whole2 = spot.open;
    relieve(spot, figure, kind, gaze);
    const rl = Math.sqrt(spot.nx ** 2 + spot.ny ** 2 + spot.nz ** 2) || 1;
    const tilted = spot.ny / rl - ny;
    out3.open[i] = Math.max(0, spot.open * (1 + 0.6 * tilted));
    out3.hollow[i] = ownHollow(kind, whole2);
    out3.corner[q] = a;
    out3.corner[q + 1] = b;
    out3.corner[q + 2] = c;
    out3.weight[q] = wa;
    out3.weight[q + 1] = wb;
    out3.weight[q + 2] = wc;
    out3.place[q] = x;
    out3.place[q + 1] = y;
    out3.place[q + 2] = z;
    out3.smooth[q] = cos * nx + sin * nz;
    out3.smooth[q + 1] = ny;
    out3.smooth[q + 2] = -sin * nx + cos * nz;
    out3.normal[q] = (cos * spot.nx + sin * spot.nz) / rl;
    out3.normal[q + 1] = spot.ny / rl;
    out3.normal[q + 2] = (-sin * spot.nx + cos * spot.nz) / rl;
    out3.toEye[q] = dx;
    out3.toEye[q + 1] = dy;
    out3.toEye[q + 2] = dz;
    out3.surface[i] = kind;
    out3.mix.set(spot.mix, 6 * i);
    out3.sheen[i] = spot.sheen;
    out3.rough[i] = spot.rough;
    out3.share[i] = raw.share[i] * (left ? left[raw.pixel[i]] : 1);
    if (hazePerM > 0) out3.fade[i] = Math.exp(-hazePerM * way);
  }
  return out3;
}
function seenStrands(shares2, place, eye, hazePerM) {
  const number6 = new Int32Array(place.length / 3).fill(-1);
  const points = [];
  for (let i = 0; i < shares2.count; i++) {
    const p = shares2.point[i];
    if (number6[p] < 0) {
      number6[p] = points.length;
      points.push(p);
    }
    shares2.point[i] = number6[p];
  }
  const point2 = Uint32Array.from(points);
  const fade = new Float32Array(point2.length).fill(1);
  if (hazePerM > 0)
    point2.forEach((p, i) => fade[i] = Math.exp(-hazePerM * Math.hypot(place[3 * p] - eye[0], place[3 * p + 1] - eye[1], place[3 * p + 2] - eye[2])));
  return { shares: shares2, point: point2, fade };
}
var RoomList = class {
  n = 0;
  pixel;
  share;
  material;
  place;
  normal;
  toEye;
  way;
  exit = [];
  bent = [];
  constructor(most) {
    this.pixel = new Uint32Array(most);
    this.share = new Float32Array(most);
    this.material = new Uint8Array(most);
    this.place = new Float32Array(3 * most);
    this.normal = new Float32Array(3 * most);
    this.toEye = new Float32Array(3 * most);
    this.way = new Float32Array(most);
  }
  get count() {
    return this.n;
  }
  add(pixel, share, material, place, normal, toEye, way) {
    const i = this.n++;
    this.pixel[i] = pixel;
    this.share[i] = share;
    this.material[i] = material;
    this.place.set(place, 3 * i);
    this.normal.set(normal, 3 * i);
    this.toEye.set(toEye, 3 * i);
    this.way[i] = way;
  }
  done(through, hazePerM) {
    const { n } = this;
    return {
      count: n,
      pixel: this.pixel.slice(0, n),
      share: this.share.slice(0, n),
      material: this.material.slice(0, n),
      place: this.place.slice(0, 3 * n),
      normal: this.normal.slice(0, 3 * n),
      toEye: this.toEye.slice(0, 3 * n),
      fade: this.way.slice(0, n).map((way) => hazePerM > 0 ? Math.exp(-hazePerM * way) : 1),
      through,
      exit: Float32Array.from(this.exit),
      bent: Float32Array.from(this.bent)
    };
  }
};
var LEAST_SHARE = 1e-3;
function sightOf({ width, height, right, up, forward, halfWidth, halfHeight }, p) {
  const u = (2 * (p % width + 0.5) / width - 1) * halfWidth;
  const v = (1 - 2 * ((p / width | 0) + 0.5) / height) * halfHeight;
  const d = [forward[0] + u * right[0] + v * up[0], forward[1] + u * right[1] + v * up[1], forward[2] + u * right[2] + v * up[2]];
  const l = Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]);
  return [d[0] / l, d[1] / l, d[2] / l];
}
function behindGlass(list, fragments, stage, shape) {
  const met = { t: 0, material: 0, nx: 0, ny: 0, nz: 0 };
  for (let i = 0; i < fragments.count; i++) {
    if (fragments.surface[i] !== SURFACE.glass || fragments.share[i] <= LEAST_SHARE) continue;
    const at2 = (values) => [values[3 * i], values[3 * i + 1], values[3 * i + 2]];
    const place = at2(fragments.place);
    const toEye = at2(fragments.toEye);
    const own = toSubject(stage, place).map((v) => 100 * v);
    const [cos, sin] = stage.turn;
    const direction = [-(cos * toEye[0] - sin * toEye[2]), -toEye[1], -(sin * toEye[0] + cos * toEye[2])];
    const way = throughGlass(own, direction);
    const eyeWay = 1;
    if (!way) {
      list.add(fragments.pixel[i], fragments.share[i], MATERIAL.glass, place, at2(fragments.normal), toEye, eyeWay);
      list.exit.push(0, 0, 0);
      list.bent.push(0, 0, 0);
      continue;
    }
    const step = Math.min(LIQUID_STEPS - 1, Math.round(way.liquidCm / LIQUID_STEP_CM));
    const exit = toRoom(stage, way.place.map((v) => v / 100));
    const bent = turnToRoom(stage, way.direction);
    meetRoom(shape, ...exit, ...bent, met);
    const on = [exit[0] + met.t * bent[0], exit[1] + met.t * bent[1], exit[2] + met.t * bent[2]];
    list.add(fragments.pixel[i], fragments.share[i], LIQUID + step, on, [met.nx, met.ny, met.nz], toEye, eyeWay);
    list.exit.push(...exit);
    list.bent.push(...bent);
  }
}
function finestFigure(shape) {
  if (!isFigureReady(shape, "fine")) return figureOf(shape, "quick");
  try {
    return figureOf(shape, "fine");
  } catch (error) {
    if (error instanceof FigureMissingError) return figureOf(shape, "quick");
    throw error;
  }
}
function findSeen(look, width, height) {
  const view = viewOf(look, width, height);
  const stage = stageOf(look);
  const shape = shapeOf(look.subject);
  const figure = finestFigure(shape);
  const { hazePerM } = look.air;
  const roomPlace = inRoom(stage, figure.position);
  const screen = onScreen(view, roomPlace);
  const raw = fragmentsOf(width, height, screen, figure.face, figure.part, rasterise(width, height, screen, figure.face, figure.twoSided));
  const focalPx = height / (2 * view.halfHeight);
  const pixels = width * height;
  let strands = null;
  const strandPlace = figure.strands ? inRoom(stage, figure.strands.place) : null;
  if (figure.strands && strandPlace)
    strands = seenStrands(rasteriseStrands(width, height, onScreen(view, strandPlace), figure.strands, focalPx, raw.near, raw.cover), strandPlace, view.eye, hazePerM);
  const left = strands?.shares.left ?? null;
  const used = new Uint8Array(figure.surface.length);
  const fragments = shadeFragments(look, view, stage, figure, roomPlace, used, raw, left);
  const list = new RoomList(pixels + (shape.form === "bottle" ? fragments.count : 0));
  const room = roomShape(look);
  const met = { t: 0, material: 0, nx: 0, ny: 0, nz: 0 };
  const wayM = new Float32Array(pixels);
  const isSubject = new Uint8Array(pixels);
  for (let p = 0; p < pixels; p++) {
    const share = (1 - raw.cover[p]) * (left ? left[p] : 1);
    isSubject[p] = share < 0.5 ? 1 : 0;
    if (share <= LEAST_SHARE) continue;
    const d = sightOf(view, p);
    meetRoom(room, ...view.eye, ...d, met);
    wayM[p] = met.t;
    const on = [view.eye[0] + met.t * d[0], view.eye[1] + met.t * d[1], view.eye[2] + met.t * d[2]];
    list.add(p, share, met.material, on, [met.nx, met.ny, met.nz], [-d[0], -d[1], -d[2]], met.t);
  }
  for (let p = 0; p < pixels; p++)
    if (isSubject[p]) wayM[p] = raw.near[p] < 1e8 ? raw.near[p] : look.camera.distanceM;
  const nearM = wayM.slice();
  for (let p = 0; p < pixels; p++) {
    if (raw.cover[p] > 0) nearM[p] = raw.near[p];
    else if (left && left[p] < 0.98) nearM[p] = Math.min(nearM[p], look.camera.distanceM);
  }
  const through = list.count;
  if (shape.form === "bottle") behindGlass(list, fragments, stage, room);
  return { width, height, view, stage, figure, fragments, strands, room: list.done(through, hazePerM), used, wayM, isSubject, nearM };
}

// core/src/picture/studio.ts
var SCALES = [0.25, 0.5, 1];
function trimmed(map, most) {
  while (map.size > most) map.delete(map.keys().next().value);
}
function reuse(map, key2, most, make) {
  let found = map.get(key2);
  if (found === void 0) found = make();
  else map.delete(key2);
  map.set(key2, found);
  trimmed(map, most);
  return found;
}
var MOST_SEEN = 4;
var MOST_TERMS = 28;
var DARK_BELOW = 0.012;
function makeStudio() {
  const seenOf = /* @__PURE__ */ new Map();
  const focusFor = /* @__PURE__ */ new WeakMap();
  const termsOf = /* @__PURE__ */ new Map();
  const washes = /* @__PURE__ */ new Map();
  let last = null;
  let scratch2 = new Float32Array(0);
  const sizeOf = ({ width, height, fineness }) => ({
    width: Math.max(1, Math.round(width * SCALES[fineness])),
    height: Math.max(1, Math.round(height * SCALES[fineness]))
  });
  const counts = ({ look, only }, i) => {
    const light = look.lights[i];
    return only === void 0 ? light.on && !light.muted : light.id === only;
  };
  const build = (request) => {
    const { look } = request;
    const { width, height } = sizeOf(request);
    const start = performance.now();
    const key2 = seenKey(look, width, height);
    const seen = reuse(seenOf, key2, MOST_SEEN, () => findSeen(look, width, height));
    const found = performance.now();
    const setting = settingKey(look);
    let newTerms = 0;
    const terms = look.lights.map(
      (light, i) => counts(request, i) ? reuse(termsOf, `${key2}|${lightKey(light)}|${setting}`, MOST_TERMS, () => {
        newTerms++;
        return lightTerm(seen, light, look);
      }) : void 0
    );
    return { seen, terms, newTerms, surfacesMs: found - start, lightsMs: performance.now() - found, start };
  };
  const focusIn = (seen, look) => {
    const { aperture, focalMm, distanceM } = look.camera;
    let known2 = focusFor.get(seen);
    if (!known2) focusFor.set(seen, known2 = /* @__PURE__ */ new Map());
    return reuse(known2, `${aperture} ${focalMm} ${distanceM}`, 4, () => focusOf(seen, look));
  };
  const sums = (request) => {
    const { seen, terms, newTerms, surfacesMs, lightsMs, start } = build(request);
    const relit = performance.now();
    const { width } = seen;
    const { look } = request;
    const triples = frameTriples(look, request.only, washes);
    last = sumsOf(seen, terms, triples, last);
    let { raw } = last;
    const focus = request.fineness === 2 ? focusIn(seen, look) : null;
    if (focus) {
      if (scratch2.length !== raw.length) scratch2 = new Float32Array(raw.length);
      focusInto(scratch2, raw, seen, focus);
      raw = scratch2;
    }
    if (needsFinish(look, terms, width)) {
      const finished = new Float32Array(raw.length);
      finishInto(finished, raw, seen, terms, triples, look);
      raw = finished;
    }
    return { raw, seen, terms, triples, newTerms, surfacesMs, lightsMs, relit, start };
  };
  const alone = (request) => {
    const { seen, terms } = build(request);
    const triples = frameTriples(request.look, request.only, washes);
    const parts = triples.lights.flatMap((light) => {
      if (!light.active) return [];
      const raw = new Float32Array(3 * seen.width * seen.height);
      relightInto(raw, seen, terms, triples, (one) => one.id === light.id);
      return [{ id: light.id, raw }];
    });
    return { seen, camera: triples.camera, parts };
  };
  return {
    isReady(request) {
      const { look } = request;
      const { width, height } = sizeOf(request);
      const key2 = seenKey(look, width, height);
      const setting = settingKey(look);
      return seenOf.has(key2) && look.lights.every((light, i) => !counts(request, i) || termsOf.has(`${key2}|${lightKey(light)}|${setting}`));
    },
    picture(request) {
      const { raw, seen, triples, newTerms, surfacesMs, lightsMs, relit, start } = sums(request);
      const { width, height } = seen;
      const rgba = new Uint8ClampedArray(4 * width * height);
      developInto(rgba, raw, triples.camera);
      if (request.grain && request.fineness === 2) grainInto(rgba, width, request.look.camera.iso);
      if (request.adaptation) adaptInto(rgba, request.adaptation);
      if (request.marks) markInto(rgba, raw, width, triples, request.marks);
      const end = performance.now();
      return {
        width,
        height,
        rgba,
        newTerms,
        isQuick: seen.figure.detail === "quick",
        ms: { surfaces: surfacesMs, lights: lightsMs, relight: end - relit, total: end - start }
      };
    },
    instruments(request, at2) {
      const { raw, seen, triples } = sums(request);
      return readInstruments(raw, seen, triples.camera, at2);
    },
    patches(request, marks) {
      const { seen, camera, parts } = alone(request);
      return marks.map((mark) => patchParts(seen, camera, parts, mark));
    },
    point(request, x, y) {
      const { seen, camera, parts } = alone(request);
      const i = Math.min(seen.width - 1, Math.max(0, Math.floor(x * seen.width)));
      const j = Math.min(seen.height - 1, Math.max(0, Math.floor(y * seen.height)));
      return readPoint(seen, camera, parts, j * seen.width + i);
    }
  };
}
function patchParts({ width, height }, camera, parts, mark) {
  const { x0, x1, y0, y1 } = patchBounds(mark, width, height);
  const sums = parts.map(() => [0, 0, 0]);
  const recorded = [0, 0, 0];
  const rgb5 = new Float64Array(3);
  const count = (x1 - x0 + 1) * (y1 - y0 + 1);
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      const q = 3 * (y * width + x);
      const sum2 = [0, 0, 0];
      parts.forEach(({ raw }, k) => {
        for (let c = 0; c < 3; c++) {
          sums[k][c] += raw[q + c] / count;
          sum2[c] += raw[q + c];
        }
      });
      recordInto(rgb5, camera, sum2[0], sum2[1], sum2[2]);
      for (let c = 0; c < 3; c++) recorded[c] += rgb5[c] / count;
    }
  return { probe: mark.probe, recorded, lights: parts.map(({ id: id2 }, k) => ({ id: id2, raw: sums[k] })) };
}
function readPoint(seen, camera, lights, p) {
  const sum2 = [0, 0, 0];
  const rgb5 = new Float64Array(3);
  const luminance = (r2, g2, b2) => {
    linearOutputInto(rgb5, camera, r2, g2, b2);
    return 0.2126 * rgb5[0] + 0.7152 * rgb5[1] + 0.0722 * rgb5[2];
  };
  const parts = lights.map(({ id: id2, raw }) => {
    const own = [raw[3 * p], raw[3 * p + 1], raw[3 * p + 2]];
    own.forEach((value, c) => sum2[c] += value);
    return { id: id2, y: luminance(...own) };
  });
  const [r, g, b] = sum2;
  const total = parts.reduce((all2, { y }) => all2 + Math.max(0, y), 0);
  const stops = Math.log2(Math.max(1e-9, luminance(r, g, b)) / MID_GREY);
  recordInto(rgb5, camera, r, g, b);
  const each = (value) => Math.log2(Math.max(1e-9, value) / MID_GREY);
  const { material, place } = partAt(seen, p);
  return {
    material,
    hex: hexOfLinear(rgb5[0], rgb5[1], rgb5[2]),
    stops,
    channelStops: [each(r), each(g), each(b)],
    clipped: clippedChannels(camera, r, g, b),
    shares: parts.map(({ id: id2, y }) => ({ id: id2, share: total > 0 ? Math.max(0, y) / total : 0 })).sort((one, other) => other.share - one.share),
    place
  };
}
function markInto(rgba, raw, width, { camera }, marks) {
  const rgb5 = new Float64Array(3);
  for (let p = 0; p < raw.length / 3; p++) {
    const [r, g, b] = [raw[3 * p], raw[3 * p + 1], raw[3 * p + 2]];
    linearOutputInto(rgb5, camera, r, g, b);
    const x = p % width;
    const y = (p - x) / width;
    const most = Math.max(rgb5[0], rgb5[1], rgb5[2]);
    if (marks.clipped && (Math.max(r, g, b) >= camera.whiteClip || most >= camera.outputClip)) {
      const stripe = (x + y) % 7;
      if (stripe < 3) rgba.fill(stripe === 2 ? 255 : 0, 4 * p, 4 * p + 3);
    } else if (marks.dark && most < DARK_BELOW && x % 8 < 2 && y % 8 < 2) rgba.fill(185, 4 * p, 4 * p + 3);
  }
}

// core/src/look/power.ts
function dimmerOf({ dimmer: dimmer2 = 1 }) {
  return dimmer2;
}
function powerSteps(fixture2) {
  const { step, minStops } = fixture2;
  const steps = [];
  if (step.unit === "stops") {
    for (let i = 0; -i * step.value >= minStops - 1e-6; i++) steps.push(i === 0 ? 0 : -i * step.value);
    return steps;
  }
  for (let percent2 = 100; percent2 > 1e-9; percent2 -= step.value) {
    const stops = percent2 === 100 ? 0 : dimmerOf(fixture2) * Math.log2(percent2 / 100);
    if (stops < minStops - 1e-6) break;
    steps.push(stops);
  }
  return steps;
}
function nearestPower(fixture2, stops) {
  return powerSteps(fixture2).reduce((best, step) => Math.abs(step - stops) <= Math.abs(best - stops) ? step : best);
}
function formatPower(fixture2, stops) {
  if (fixture2.kind === "flash" && fixture2.step.unit === "stops") return formatFlashPower(stops, fixture2.step.value);
  return formatPercent(stops / dimmerOf(fixture2));
}

// core/src/balance/objective.ts
var MOOD_AIM = { dark: 0.35, neutral: 0.55, bright: 0.8 };
var STOPS_OVER_WEIGHT = 10;
var Y4 = 3;
var E3 = 4;
function goalsOf(scene, options = {}) {
  const { brief, probes, lights } = scene.look;
  const moodAim = MOOD_AIM[options.mood ?? brief.mood];
  const aimOf = (l) => options.aims?.[lights[l].id] ?? lights[l].aimPlace ?? moodAim;
  const byProbe = /* @__PURE__ */ new Map();
  scene.lights.forEach((light, l) => {
    if (light.active && light.index >= 0) byProbe.set(light.zone, [...byProbe.get(light.zone) ?? [], l]);
  });
  const index = (id2) => probes.findIndex((probe) => probe.id === id2);
  return {
    scene,
    zones: [...byProbe].map(([probe, group]) => ({
      probe,
      lights: group,
      weight: options.zoneWeights?.[probes[probe].id] ?? 1,
      aim: group.reduce((sum2, l) => sum2 + aimOf(l), 0) / group.length
    })),
    keyProbe: Math.max(0, index(KEY_PROBE_ID)),
    keyStops: options.keyStops ?? brief.keyStops,
    keyWeight: options.keyWeight ?? 4,
    keyToleranceStops: options.keyToleranceStops ?? 0.1,
    separation: options.separation ?? brief.separation,
    edges: SILHOUETTE.map(([edge2, behind]) => [index(edge2), index(behind)]).filter(([p, q]) => p >= 0 && q >= 0)
  };
}
var rgb4 = new Float64Array(3);
function objectiveAt(goals, powers) {
  const totals = totalsAt(goals, powers);
  const zones = goals.zones.map((goal) => closed(openZone(goals, goal, powers, totals)));
  const { keyStops, keyCost, overCost, separation, separationCost } = restAt(goals, totals);
  const total = zones.reduce((sum2, { cost }) => sum2 + cost, 0) + keyCost + overCost + separationCost;
  return { total, zones, keyStops, keyCost, overCost, separation, separationCost };
}
function costAt(goals, powers, limit = Infinity) {
  const totals = totalsAt(goals, powers);
  const { keyCost, overCost, separationCost } = restAt(goals, totals);
  let cost = keyCost + overCost + separationCost;
  if (cost > limit) return cost;
  const open = [];
  for (const goal of goals.zones) {
    const zone = openZone(goals, goal, powers, totals);
    cost += zone.leastCost;
    if (cost > limit) return cost;
    open.push(zone);
  }
  for (let z = 0; z < open.length && cost <= limit; z++) cost += closed(open[z]).cost - open[z].leastCost;
  return cost;
}
function totalsAt({ scene }, powers) {
  const totals = new Float64Array(scene.look.probes.length * FIGURES);
  scene.lights.forEach((light, l) => {
    if (light.active) addAllFigures(totals, light, powers[l]);
  });
  return totals;
}
var DIP = 0.02;
function openZone({ scene }, goal, powers, totals) {
  const { probe, lights, weight, aim } = goal;
  const zone = sceneZone(scene, probe, lights, powers, totals.subarray(probe * FIGURES, (probe + 1) * FIGURES));
  const v = zoneVividness(zone);
  const vividness = zone.stops === -Infinity ? 0 : v(zone.stops);
  const isColoured = ownColour(scene.camera, zone.unit, zone.white).purity >= WHITE_BELOW;
  const outside = isColoured && vividness < VIVID - DIP ? Math.max(0, Math.min(aim, 1 - aim)) ** 2 : 0;
  return { goal, zone, v, vividness, isColoured, leastCost: weight * ((1 - vividness) ** 2 + outside) };
}
function closed({ goal, zone, v, vividness, isColoured }) {
  const { probe, weight, aim } = goal;
  let place = null;
  let placeCost = 0;
  if (isColoured) {
    const { window } = zone.stops === -Infinity ? { window: null } : vividWindow(zone, v);
    place = window && placeInWindow(window, zone.stops);
    placeCost = place === null ? 1 : (place - aim) ** 2;
  }
  return { probe, vividness, place, cost: weight * ((1 - vividness) ** 2 + placeCost) };
}
function restAt(goals, totals) {
  const { camera, look } = goals.scene;
  const keyStops = Math.log2(totals[goals.keyProbe * FIGURES + E3]);
  const off = Number.isFinite(keyStops) ? Math.abs(keyStops - goals.keyStops) : 20;
  const keyCost = goals.keyWeight * Math.max(0, off - goals.keyToleranceStops) ** 2;
  let overCost = 0;
  for (let p = 0; p < look.probes.length; p++) {
    const at2 = p * FIGURES;
    if (totals[at2 + Y4] <= 0) continue;
    const over = CLIP_MARGIN_STOPS - headroomStops(camera, totals[at2], totals[at2 + 1], totals[at2 + 2]);
    if (over > 0) overCost += STOPS_OVER_WEIGHT * over * over;
  }
  const separation = goals.edges.length ? Math.min(...goals.edges.map(([p, q]) => oklabDistance(labAt(goals, totals, p), labAt(goals, totals, q)))) : Infinity;
  const separationCost = Math.max(0, goals.separation - separation) ** 2;
  return { keyStops, keyCost, overCost, separation, separationCost };
}
function labAt({ scene }, totals, p) {
  recordInto(rgb4, scene.camera, totals[p * FIGURES], totals[p * FIGURES + 1], totals[p * FIGURES + 2]);
  return oklabOf(rgb4[0], rgb4[1], rgb4[2]);
}
function presentPowers(scene) {
  return Float64Array.from(scene.lights, (light) => light.powerStops);
}

// core/src/balance/limits.ts
var PLACE_TOLERANCE = 0.12;
var KEY_TOLERANCE_STOPS = 0.2;
var AT_END_STOPS = 1e-6;
function limitsOf(goals, readings) {
  const { scene } = goals;
  const state = objectiveAt(goals, presentPowers(scene));
  const limits = [];
  goals.zones.forEach((goal, z) => {
    for (const l of goal.lights) {
      const limit = lightLimit(goals, readings.lights[l], l, goal.aim, state.zones[z].place);
      if (limit) limits.push(limit);
    }
  });
  const keyOff = readings.keyStops - goals.keyStops;
  if (!(Math.abs(keyOff) <= goals.keyToleranceStops + KEY_TOLERANCE_STOPS)) limits.push(keyLimit(goals, keyOff));
  for (const probe of readings.probes) {
    if (probe.headroom.stops < 0) {
      const most = probe.shares[0];
      limits.push({
        kind: "clipping",
        lightId: most?.lightId ?? null,
        byLightId: null,
        amount: -probe.headroom.stops,
        text: `${probe.name} still clips ${(-probe.headroom.stops).toFixed(1)} stop${most ? `, mostly by ${most.name}` : ""}.`
      });
    }
  }
  const missing = goals.separation - readings.separation;
  if (missing > 0.01) {
    limits.push({
      kind: "separation",
      lightId: null,
      byLightId: null,
      amount: missing,
      text: `The edge stands only ${readings.separation.toFixed(2)} off the backdrop; ${goals.separation.toFixed(2)} is wanted.`
    });
  }
  return limits.sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) || b.amount - a.amount);
}
var ORDER = [
  "clipping",
  "unreached",
  "washed-out",
  "out-of-power",
  "key",
  "lowest-power",
  "locked",
  "separation"
];
function keyLimit(goals, off) {
  const text2 = Number.isFinite(off) ? `The face meters ${formatStops(goals.keyStops + off)}, ${Math.abs(off).toFixed(1)} ${off < 0 ? "under" : "over"} what the brief asks.` : "No light reaches the key side of the face.";
  return { kind: "key", lightId: null, byLightId: null, amount: Math.abs(off), text: text2 };
}
function lightLimit(goals, reading, l, aim, place) {
  const light = goals.scene.look.lights[l];
  const base = { lightId: light.id, byLightId: null };
  if (reading.stops === -Infinity) return { ...base, kind: "unreached", amount: 0, text: reading.verdict.text };
  if (reading.isWhite) return null;
  if (!reading.window || place === null) {
    const best = reading.best?.vividness ?? 0;
    return {
      ...base,
      kind: "washed-out",
      byLightId: reading.spoiler?.lightId ?? null,
      amount: 1 - best,
      text: `${light.name}: ${lower(reading.verdict.text)}`
    };
  }
  const lacking = (aim - place) * (reading.window.highStops - reading.window.lowStops);
  if (Math.abs(aim - place) <= PLACE_TOLERANCE) return null;
  if (light.locked) {
    return {
      ...base,
      kind: "locked",
      amount: Math.abs(lacking),
      text: `${light.name} is locked ${Math.abs(lacking).toFixed(1)} ${lacking > 0 ? "under" : "over"} its aim.`
    };
  }
  if (lacking > 0 && light.powerStops > -AT_END_STOPS) {
    return {
      ...base,
      kind: "out-of-power",
      amount: lacking,
      text: `${light.name} is at full power, ${lacking.toFixed(1)} stops short of its aim.`
    };
  }
  if (lacking < 0 && light.powerStops < light.fixture.minStops + AT_END_STOPS) {
    return {
      ...base,
      kind: "lowest-power",
      amount: -lacking,
      text: `${light.name} is at its lowest power, still ${(-lacking).toFixed(1)} stops over its aim.`
    };
  }
  return null;
}
function lower(text2) {
  return text2.charAt(0).toLowerCase() + text2.slice(1);
}

// core/src/balance/remedies.ts
var NEAREST_M2 = 0.3;
var SAME_HUE_DEG = 14;
function remediesFor(look, readings, limits) {
  const remedies = limits.flatMap((limit) => remediesOf(look, readings, limit));
  const seen = /* @__PURE__ */ new Set();
  return remedies.filter(({ text: text2 }) => !seen.has(text2) && seen.add(text2)).sort((a, b) => a.cost - b.cost).slice(0, 8);
}
function remediesOf(look, readings, limit) {
  const light = look.lights.find(({ id: id2 }) => id2 === limit.lightId);
  const other = look.lights.find(({ id: id2 }) => id2 === limit.byLightId);
  const stops = limit.amount.toFixed(1);
  switch (limit.kind) {
    case "out-of-power":
      return light ? [...paler(look, light), ...closer(light, limit.amount), exposureUp(light, stops)] : [];
    case "lowest-power":
      return light ? [
        farther(light, limit.amount),
        { lightId: light.id, cost: 2, text: `Put ${stops} stops of neutral density on ${light.name}.` },
        exposureDown(light, stops)
      ] : [];
    case "washed-out":
      return light ? washedOut(light, other, limit.byLightId) : [];
    case "unreached":
      return light ? [{ lightId: light.id, cost: 2, text: `Turn or move ${light.name} so that it reaches its place.` }] : [];
    case "clipping":
      return light ? [
        {
          lightId: light.id,
          cost: 1,
          text: `${light.locked ? "Unlock and lower" : "Lower"} ${light.name} by ${stops} stops.`
        },
        exposureDown(light, stops)
      ] : [];
    case "key":
      return [keyRemedy(look, readings, limit.amount)];
    case "locked":
      return light ? [{ lightId: light.id, cost: 1, text: `Unlock ${light.name}.` }] : [];
    case "separation":
      return [
        {
          lightId: null,
          cost: 2,
          text: "Move the subject off the backdrop, or light the edge or the backdrop in another colour."
        }
      ];
  }
}
function washedOut(light, other, byId4) {
  if (!other) {
    const text2 = byId4 ? `Take ambient down: shut it out, or use a shorter shutter with flash.` : `Lower the other light on ${light.name}'s place.`;
    return [{ lightId: null, cost: 2, text: text2 }];
  }
  const remedies = [];
  if (other.modifier.gridDeg === null)
    remedies.push({ lightId: other.id, cost: 2, text: `Put a grid on ${other.name}, or flag it off ${light.name}'s place.` });
  remedies.push({
    lightId: other.id,
    cost: 2,
    text: `Turn ${other.name} away, or move it and the subject off ${light.name}'s place: twice the distance is 2 stops.`
  });
  return remedies;
}
function closer(light, stops) {
  const now = throwM(light);
  const then = now * 2 ** (-stops / 2);
  if (then < NEAREST_M2) return [];
  return [{ lightId: light.id, cost: 2, text: `Bring ${light.name} from ${now.toFixed(1)} m to ${then.toFixed(1)} m.` }];
}
function farther(light, stops) {
  const now = throwM(light);
  return {
    lightId: light.id,
    cost: 2,
    text: `Move ${light.name} from ${now.toFixed(1)} m to ${(now * 2 ** (stops / 2)).toFixed(1)} m.`
  };
}
function exposureUp(light, stops) {
  return light.fixture.kind === "flash" ? { lightId: null, cost: 3, text: `Raise ISO or open up ${stops} stops and take every other light and ambient down with it.` } : { lightId: null, cost: 3, text: `Use a shutter ${stops} stops longer: continuous light and ambient rise, flash stays.` };
}
function exposureDown(light, stops) {
  return light.fixture.kind === "flash" ? { lightId: null, cost: 3, text: `Lower ISO or stop down ${stops} stops and raise every other light.` } : { lightId: null, cost: 3, text: `Use a shutter ${stops} stops shorter: continuous light and ambient fall, flash stays.` };
}
function keyRemedy(look, readings, stops) {
  const under = readings.keyStops < look.brief.keyStops;
  const text2 = under ? `Bring the key closer, or raise ISO or open up ${Number.isFinite(stops) ? stops.toFixed(1) : "a few"} stops.` : `Move the key away, or lower ISO or stop down ${stops.toFixed(1)} stops.`;
  return { lightId: null, cost: 3, text: text2 };
}
function hueOf(filtered) {
  const [r, g, b] = convertXyzToLinearRgb(spectrumToXyz(filtered));
  return hueDegOf(oklabOf(r, g, b));
}
function paler(look, light) {
  if (light.gels.length === 0) return [];
  const source2 = resolveSource(light, light.powerStops, lookupIn(look.spectra));
  const filter = resolveFilter(light, lookupIn(look.spectra));
  const now = stopsLost(luminousTransmittance(source2, filter));
  const hue = hueOf(product(source2, filter));
  const candidates = GELS.filter(({ kind }) => kind === "effect").map(({ name: name2, transmittance }) => ({
    name: name2,
    loss: stopsLost(luminousTransmittance(source2, transmittance)),
    off: Math.abs(hueDifferenceDeg(hue, hueOf(product(source2, transmittance))))
  })).filter(({ loss, off }) => off < SAME_HUE_DEG && loss < now - 0.5).sort((a, b) => b.loss - a.loss);
  const pick = candidates[0];
  return pick ? [
    {
      lightId: light.id,
      cost: 2,
      text: `Take ${pick.name} on ${light.name}: ${(now - pick.loss).toFixed(1)} stops more light, a paler colour.`
    }
  ] : [];
}

// core/src/balance/solve.ts
var TIE = 1e-9;
var COARSEST_STOPS = 1;
var FINEST_STOPS = 0.06;
var SCAN_STEPS = 24;
function movable(scene, locked = []) {
  return scene.lights.flatMap((light, l) => {
    const source2 = scene.look.lights[light.index];
    return light.active && source2 && !source2.locked && !locked.includes(light.id) ? [l] : [];
  });
}
function solve(goals, free, thorough = false) {
  const { scene } = goals;
  const present = presentPowers(scene);
  const costOf = memoised((powers, limit) => costAt(goals, powers, limit));
  const start = { powers: present, cost: costOf(present) };
  if (free.length === 0) return start;
  const steps = new Map(free.map((l) => [l, powerSteps(scene.look.lights[l].fixture)]));
  const better = isBetter(present, free);
  const search = { goals, free, steps, costOf, better };
  const aimed = aimedStart(goals, free, present);
  const starts = [present, aimed, scanned(goals, aimed, free, steps, costOf)];
  const snapped = starts.map((powers) => {
    const found2 = snap(patternSearch(powers, free, scene, costOf), free, steps);
    return { powers: found2, cost: costOf(found2) };
  });
  const nearest = snapped.reduce((a, b) => better(b, a) ? b : a);
  const found = stepSearch(search, nearest);
  if (!thorough || found.cost < EASY_COST) return found;
  const traded = tradedPlaces(search, found);
  const hopped = traded.cost > HARD_COST ? hoppedFrom(search, traded) : traded;
  if (hopped === found) return found;
  const again = tradedPlaces(search, hopped);
  return stepSearch(search, again);
}
var EASY_COST = 0.01;
var TRADE_PLACES = 17;
var TRADE_NEAR = 0.01;
var MOST_TRADES = 8;
var TRADE_SLACK = 0.1;
function tradedPlaces(search, from) {
  const { goals, free, steps, costOf, better } = search;
  let best = from;
  for (const { lights } of goals.zones) {
    const sharing = lights.filter((l) => free.includes(l));
    for (const [i, l] of sharing.entries())
      for (const k of sharing.slice(i + 1))
        for (const near of hollows(best, [placesOf(steps, l), placesOf(steps, k)], costOf)) {
          const walked = walkedDown(search, near);
          const found = walked.cost < best.cost + TRADE_NEAR ? stepSearch(search, walked) : walked;
          if (better(found, best)) best = found;
        }
  }
  return best;
}
function placesOf(steps, light) {
  const list = steps.get(light);
  const at2 = (i) => list[Math.round(i * (list.length - 1) / (TRADE_PLACES - 1))];
  const spacing = (list[0] - list[list.length - 1]) / (TRADE_PLACES - 1);
  return { light, stops: Array.from({ length: TRADE_PLACES }, (_, i) => at2(i)), spacing, steps: list };
}
function hollows({ powers, cost }, pair, costOf) {
  const limit = cost * 1.5 + TRADE_SLACK;
  const at2 = (one, a, other, b) => {
    const tried = Float64Array.from(powers);
    tried[one.light] = a;
    tried[other.light] = b;
    return { powers: tried, cost: costOf(tried, limit) };
  };
  const lower2 = (a, b) => b.cost < a.cost ? b : a;
  const profile = (one, other) => one.stops.map((a) => {
    const nearest = other.stops.map((b) => at2(one, a, other, b)).reduce(lower2);
    const place = nearest.powers[other.light];
    return other.steps.filter((b) => Math.abs(b - place) < other.spacing).map((b) => at2(one, a, other, b)).reduce(lower2, nearest);
  });
  return [profile(pair[0], pair[1]), profile(pair[1], pair[0])].flatMap(
    (line) => line.filter(({ cost: here }, i) => here <= Math.min(limit, line[i - 1]?.cost ?? Infinity, line[i + 1]?.cost ?? Infinity))
  ).sort((a, b) => a.cost - b.cost).slice(0, MOST_TRADES);
}
var HARD_COST = 0.03;
var MOST_HOPS = 40;
var [HOPELESS, HOPELESS_OVER] = [1.5, 0.05];
var HOP_STEPS = [8, -8, 3, -3, 1, -1];
function hoppedFrom(search, from) {
  const { goals, free, steps, costOf, better } = search;
  let best = from;
  let state = 12345;
  const random2 = () => {
    state = Math.imul(state, 1664525) + 1013904223 >>> 0;
    return state / 2 ** 32;
  };
  const keys = goals.zones.find(({ probe }) => probe === goals.keyProbe)?.lights.filter((l) => free.includes(l)) ?? [];
  for (let hop = 0; hop < MOST_HOPS; hop++) {
    const start = Float64Array.from(best.powers);
    const reach = hop % 3 === 0 ? 8 : 2.5;
    for (const l of free) if (random2() < 0.45) start[l] = start[l] + (random2() - 0.5) * reach;
    if (hop % 2) holdKey(goals, start, keys, hop % 4 === 1 ? 0 : 0.5 * random2());
    const powers = snap(start, free, steps);
    const found = walkedDown(search, { powers, cost: costOf(powers) }, HOPELESS * best.cost + HOPELESS_OVER);
    if (better(found, best)) best = found;
  }
  return best;
}
function walkedDown({ free, steps, costOf }, from, hopeless = Infinity) {
  let { powers, cost } = from;
  for (let moved = true; moved; ) {
    moved = false;
    for (const l of free)
      for (const by of HOP_STEPS) {
        const list = steps.get(l);
        const next = list[nearestIndex(list, powers[l]) + by];
        if (next === void 0) continue;
        const tried = Float64Array.from(powers);
        tried[l] = next;
        const found = costOf(tried, cost);
        if (found < cost - TIE) [powers, cost, moved] = [tried, found, true];
      }
    if (cost > hopeless) break;
  }
  return { powers, cost };
}
function memoised(f) {
  const known2 = /* @__PURE__ */ new Map();
  return (powers, limit = Infinity) => {
    let key2 = "";
    for (const stops of powers) key2 += `${Math.round(stops * 1e6)},`;
    const found = known2.get(key2);
    if (found && (found.whole || found.cost > limit)) return found.cost;
    const cost = f(powers, limit);
    known2.set(key2, { cost, whole: cost <= limit });
    return cost;
  };
}
function isBetter(present, free) {
  const change = ({ powers }) => free.reduce((sum2, l) => sum2 + Math.abs(powers[l] - present[l]), 0);
  return (a, b) => {
    if (Math.abs(a.cost - b.cost) > TIE) return a.cost < b.cost;
    const [ca, cb] = [change(a), change(b)];
    if (Math.abs(ca - cb) > TIE) return ca < cb;
    for (const l of free) {
      const difference = Math.abs(a.powers[l] - present[l]) - Math.abs(b.powers[l] - present[l]);
      if (Math.abs(difference) > TIE) return difference < 0;
    }
    return false;
  };
}
function aimedStart(goals, free, present) {
  const powers = Float64Array.from(present);
  const { look } = goals.scene;
  const hold = (l, stops) => Math.min(0, Math.max(look.lights[l].fixture.minStops, stops));
  for (let round = 0; round < 4; round++) {
    const now = objectiveAt(goals, powers);
    goals.zones.forEach((goal, z) => {
      const movers = goal.lights.filter((l) => free.includes(l));
      const isKey = goal.probe === goals.keyProbe;
      const place = now.zones[z].place;
      const by = isKey ? goals.keyStops - now.keyStops : place === null ? 0 : (goal.aim - place) * 4;
      if (Number.isFinite(by)) for (const l of movers) powers[l] = hold(l, powers[l] + by);
    });
  }
  return powers;
}
var [SCAN_COARSE, SCAN_FINE] = [12, 26];
var GIVEN_STOPS = [0, 0.3, 0.6];
function scanned(goals, from, free, steps, costOf) {
  const keys = goals.zones.find(({ probe }) => probe === goals.keyProbe)?.lights.filter((l) => free.includes(l)) ?? [];
  let powers = Float64Array.from(from);
  let cost = costOf(powers);
  for (let round = 0; round < 2; round++)
    for (const l of free) {
      if (keys.includes(l)) continue;
      const list = steps.get(l);
      const base = powers;
      const zone = goals.zones.findIndex(({ lights }) => lights.includes(l));
      const empty = zone >= 0 && objectiveAt(goals, base).zones[zone].place === null;
      const places = empty ? SCAN_FINE : SCAN_COARSE;
      for (const given of empty ? GIVEN_STOPS : [0])
        for (let i = 0; i < places; i++) {
          const next = Float64Array.from(base);
          next[l] = list[Math.round(i * (list.length - 1) / (places - 1))];
          holdKey(goals, next, keys, given);
          const found = costOf(next, cost);
          if (found < cost - TIE) [powers, cost] = [next, found];
        }
    }
  return powers;
}
function holdKey({ scene, keyProbe, keyStops }, powers, keys, given) {
  if (keys.length === 0) return;
  const incident = (which2) => {
    const sum2 = new Float64Array(FIGURES);
    scene.lights.forEach((light, l) => {
      if (light.active && which2(l)) addFigures(sum2, light, keyProbe, powers[l]);
    });
    return sum2[E4];
  };
  const own = incident((l) => keys.includes(l));
  const missing = 2 ** (keyStops - given) - incident((l) => !keys.includes(l));
  if (own <= 0) return;
  const by = missing > 0 ? Math.log2(missing / own) : -20;
  for (const l of keys) powers[l] = Math.min(0, Math.max(scene.look.lights[l].fixture.minStops, powers[l] + by));
}
var E4 = 4;
function patternSearch(from, free, scene, costOf) {
  let powers = Float64Array.from(from);
  let cost = costOf(powers);
  for (let size = COARSEST_STOPS; size >= FINEST_STOPS; size /= 2) {
    for (let moved = true, rounds = 0; moved && rounds < 8; rounds++) {
      moved = false;
      for (const l of free) {
        const { minStops } = scene.look.lights[l].fixture;
        for (const sign of [1, -1]) {
          const next = Float64Array.from(powers);
          next[l] = Math.min(0, Math.max(minStops, next[l] + sign * size));
          if (next[l] === powers[l]) continue;
          const c = costOf(next, cost);
          if (c < cost - TIE) {
            [powers, cost, moved] = [next, c, true];
            break;
          }
        }
      }
    }
  }
  return powers;
}
function nearestIndex(steps, stops) {
  let best = 0;
  for (let i = 1; i < steps.length; i++) if (Math.abs(steps[i] - stops) < Math.abs(steps[best] - stops)) best = i;
  return best;
}
function snap(powers, free, steps) {
  const out3 = Float64Array.from(powers);
  for (const l of free) out3[l] = steps.get(l)[nearestIndex(steps.get(l), powers[l])];
  return out3;
}
function stepSearch({ free, steps, costOf, better }, from) {
  let best = from;
  const consider = (changes) => {
    const powers = Float64Array.from(best.powers);
    for (const [l, index] of changes) {
      const step = steps.get(l)[index];
      if (step === void 0) return false;
      powers[l] = step;
    }
    const found = { powers, cost: costOf(powers, best.cost + TIE) };
    if (!better(found, best)) return false;
    best = found;
    return true;
  };
  const at2 = (l) => nearestIndex(steps.get(l), best.powers[l]);
  for (let improved = true; improved; ) {
    improved = false;
    for (const l of free) for (const by of [1, -1, 2, -2]) if (consider([[l, at2(l) + by]])) improved = true;
    if (improved) continue;
    for (const [i, l] of free.entries()) {
      for (const k of free.slice(i + 1)) {
        for (const [a, b] of PAIR_MOVES) {
          if (consider([
            [l, at2(l) + a],
            [k, at2(k) + b]
          ]))
            improved = true;
        }
      }
    }
    if (improved) continue;
    for (const l of free) {
      const stride = Math.max(1, Math.ceil(steps.get(l).length / SCAN_STEPS));
      for (let i = 0; i < steps.get(l).length; i += stride) if (consider([[l, i]])) improved = true;
    }
  }
  return best;
}
var PAIR_MOVES = [
  [1, 1],
  [-1, -1],
  [1, -1],
  [-1, 1]
];

// core/src/balance/balance.ts
function balance(look, options = {}) {
  const scene = compileScene(look);
  const goals = goalsOf(scene, options);
  const free = movable(scene, options.locked);
  const before2 = objectiveAt(goals, presentPowers(scene)).total;
  const { powers, cost } = solve(goals, free, options.thorough ?? true);
  const changes = free.flatMap((l) => {
    const light = look.lights[l];
    const toStops = powers[l];
    const deltaStops = toStops - light.powerStops;
    if (Math.abs(deltaStops) < 1e-9) return [];
    return [
      {
        lightId: light.id,
        name: light.name,
        fromStops: light.powerStops,
        toStops,
        deltaStops,
        dial: formatPower(light.fixture, toStops)
      }
    ];
  });
  const balanced = changes.length ? { ...look, lights: look.lights.map((light, l) => ({ ...light, powerStops: powers[l] })) } : look;
  const after = compileScene(balanced);
  const readings = readScene(after);
  const limits = limitsOf(goalsOf(after, options), readings);
  return {
    look: balanced,
    readings,
    changes,
    objective: { before: before2, after: cost },
    limits,
    remedies: remediesFor(balanced, readings, limits),
    summary: summaryOf(goals, free, changes, limits, readings)
  };
}
function summaryOf(goals, free, changes, limits, readings) {
  return [changeSentence(free.length, changes), limits[0]?.text ?? roomSentence(readings, goals)].filter(Boolean).join(" ");
}
function changeSentence(freeCount, changes) {
  if (freeCount === 0) return "Every light is locked or out of the picture; nothing was moved.";
  if (changes.length === 0) return "Already balanced.";
  const listed = [...changes].sort((a, b) => Math.abs(b.deltaStops) - Math.abs(a.deltaStops));
  const parts = listed.slice(0, 3).map(({ name: name2, deltaStops }) => `${name2} ${formatStops(deltaStops)}`);
  const rest = listed.length - parts.length;
  return `${parts.join(", ")}${rest > 0 ? ` and ${rest} more` : ""}.`;
}
function roomSentence(readings, goals) {
  const room = (light) => light.firstClip.stops - light.stops;
  const nearest = readings.lights.filter((light, l) => light.active && Number.isFinite(room(light)) && goals.scene.lights[l].active).sort((a, b) => room(a) - room(b))[0];
  if (!nearest) return "";
  const channel = { R: "red", G: "green", B: "blue" }[nearest.firstClip.channel];
  return `${nearest.name} can rise ${room(nearest).toFixed(1)} before ${channel} clips.`;
}

// core/src/look/schema.ts
var yup6 = __toESM(require_yup());

// core/src/look/build-schema.ts
var yup4 = __toESM(require_yup());

// core/src/look/messages.ts
var import_yup = __toESM(require_yup());
(0, import_yup.setLocale)({
  mixed: {
    required: "${path} is missing",
    defined: "${path} is missing",
    oneOf: "${path} must be one of: ${values}",
    notNull: "${path} must not be empty",
    notType: ({ path: path2, type, originalValue }) => `${path2} must be ${article(type)} ${type}; it is ${shown(originalValue)}`
  },
  number: { min: "${path} must be ${min} or more", max: "${path} must be ${max} or less" },
  string: { max: "${path} may have ${max} characters at most" },
  array: { min: "${path} needs ${min} or more entries", max: "${path} may have ${max} entries at most" },
  object: { noUnknown: "${path} has a field that this version does not know: ${unknown}" }
});
function article(type) {
  return /^[aeiou]/.test(type) ? "an" : "a";
}
function shown(value) {
  if (value === null) return "null";
  if (typeof value === "number") return String(value);
  if (typeof value === "string") return JSON.stringify(value.length > 40 ? `${value.slice(0, 40)}\u2026` : value);
  return Array.isArray(value) ? "a list" : typeof value;
}

// core/src/look/fields.ts
var yup = __toESM(require_yup());
var LIMITS = {
  lights: 24,
  gels: 6,
  spectra: 64,
  probes: 32,
  points: 2e3,
  emitters: 7,
  beamPoints: 361,
  members: 8,
  whites: 4,
  places: 12,
  boards: 12,
  variants: 12,
  trims: 400,
  entries: 60,
  nameLength: 120,
  noteLength: 4e3
};
var id = () => yup.string().required().matches(/^[A-Za-z0-9][A-Za-z0-9._-]{0,63}$/, "${path} must be 1 to 64 letters, digits, dots, dashes or underscores");
var name = () => yup.string().required().max(LIMITS.nameLength);
var number2 = (low, high) => yup.number().required().min(low).max(high).test("finite", "${path} must be a finite number", (value) => value === void 0 || Number.isFinite(value));
var note = () => yup.string().defined().max(LIMITS.noteLength);
var flag = () => yup.boolean().required();
var object2 = (shape) => yup.object(shape).noUnknown().required();
var point = () => yup.tuple([number2(-100, 100), number2(-100, 100), number2(-100, 100)]).required();
var triple = () => yup.tuple([number2(0, 1), number2(0, 1), number2(0, 1)]).required();
var numbers = () => yup.array(yup.number().required()).required().max(LIMITS.points);
function oneOf(field, cases) {
  return yup.lazy((value) => {
    const key2 = value !== null && typeof value === "object" ? value[field] : void 0;
    if (typeof key2 === "string" && Object.hasOwn(cases, key2)) return cases[key2];
    return yup.object({ [field]: yup.string().required().oneOf(Object.keys(cases)) }).required();
  });
}
function nullOr(schema) {
  return yup.lazy((value) => value === null ? yup.mixed().nullable().defined() : schema);
}
var kindIs = (kind) => yup.string().required().oneOf([kind]);

// core/src/look/moods.ts
var MOODS = ["dark", "neutral", "bright"];

// core/src/look/light-schema.ts
var yup3 = __toESM(require_yup());

// core/src/look/day-schema.ts
var yup2 = __toESM(require_yup());
var HOLDS = ["stand", "boom", "overhead", "floor", "surface", "magnet", "tape", "hand"];
var whole = (low, high) => number2(low, high).integer("${path} must be a whole number");
var short = () => yup2.string().defined().max(LIMITS.nameLength);
var rigSchema = object2({
  /** Which of several alike it is: what was learned of it is kept under this. */
  unit: short(),
  hold: yup2.string().required().oneOf(HOLDS),
  /** Who holds it, or helps with it. */
  holder: short(),
  /** A second, independent hold: a safety line, a second clamp. */
  secondHold: flag(),
  /** Weighed down: sandbag, counterweight. */
  weighted: flag(),
  /** With its modifier, kg; null where nobody has weighed it. */
  weightKg: yup2.number().nullable().defined().min(0.01).max(500),
  /** From the plate of one unit, W; null takes an estimate from its light. */
  drawW: yup2.number().nullable().defined().min(0.1).max(5e4),
  powerFactor: number2(0.2, 1),
  /** Id of the circuit that feeds it, or '' for the first. */
  circuit: yup2.string().defined().max(64),
  battery: flag(),
  /** Rated for rain with all its connectors. */
  wetRated: flag(),
  /** Where it listens on a lighting network: universe, first slot and number of slots as its maker says; null where nobody has set one. */
  address: yup2.object({ universe: whole(1, 63999), first: whole(1, 512), slots: whole(1, 512) }).noUnknown().nullable().defined()
});
var daySchema = object2({
  /** Mains voltage, V. */
  volts: number2(90, 260),
  circuits: yup2.array(object2({ id: id(), name: name(), amps: number2(1, 400) })).required().max(LIMITS.places),
  /** Rain, a hose, wet ground. */
  wet: flag(),
  /** Lead from each head to its socket, m. */
  leadM: number2(0, 200),
  /** What the person does in front of the lights, in order. */
  poses: yup2.array(object2({ id: id(), name: name(), turnDeg: number2(-180, 180), note: note(), done: flag() })).required().max(LIMITS.entries)
});

// core/src/look/light-schema.ts
var ROLES = ["key", "fill", "rim", "hair", "kicker", "background", "practical", "window"];
var sourceSchema = oneOf("kind", {
  daylight: object2({ kind: kindIs("daylight"), cctK: number2(4e3, 25e3) }),
  planck: object2({ kind: kindIs("planck"), cctK: number2(1e3, 25e3) }),
  tungsten: object2({ kind: kindIs("tungsten"), cctK: number2(1800, 3600) }),
  led: object2({ kind: kindIs("led"), cctK: number2(1900, 12e3), duv: number2(-0.03, 0.03) }),
  /** A preset of `spectrum/presets.ts`: street light, fluorescent tube, screen ... */
  preset: object2({ kind: kindIs("preset"), id: yup3.string().required().oneOf(LIGHT_PRESET_IDS) }),
  spectrum: object2({ kind: kindIs("spectrum"), id: id() })
});
var stepSchema = object2({
  unit: yup3.string().required().oneOf(["stops", "percent"]),
  /** Stops (1/3, 0.1) or percentage points (1, 10). */
  value: number2(0.01, 50)
});
var luxAt1m = () => number2(0.1, 1e7);
var dimmer = () => number2(0.5, 4);
var MODES = ["cct", "hsi", "rgb", "xy", "gel"];
var EMITTER_CHANNELS = ["r", "g", "b", "white", "extra"];
var emitterChannel = () => yup3.string().required().oneOf(EMITTER_CHANNELS);
var emitterSchema = oneOf("kind", {
  /** A diode or phosphor lobe: a Gaussian of full width at half maximum `widthNm`. */
  lobe: object2({
    kind: kindIs("lobe"),
    name: name(),
    channel: emitterChannel(),
    peakNm: number2(380, 780),
    widthNm: number2(2, 300),
    luxAt1m: luxAt1m()
  }),
  white: object2({
    kind: kindIs("white"),
    name: name(),
    channel: emitterChannel(),
    cctK: number2(1900, 12e3),
    duv: number2(-0.03, 0.03),
    luxAt1m: luxAt1m()
  }),
  spectrum: object2({ kind: kindIs("spectrum"), name: name(), channel: emitterChannel(), id: id(), luxAt1m: luxAt1m() })
});
var fixtureSchema = oneOf("kind", {
  flash: object2({
    kind: kindIs("flash"),
    name: name(),
    source: sourceSchema,
    /** m at ISO 100, full power, with the reflector it is rated in. */
    guideNumberM: number2(1, 500),
    /** Lowest power, stops under full. */
    minStops: number2(-14, 0),
    step: stepSchema,
    /** Change of colour temperature for each stop under full power, K. */
    driftKPerStop: number2(-1e3, 1e3),
    /** Power of its modelling lamp, W; 0 for none. It heats gel between frames. */
    modellingW: number2(0, 2e3)
  }),
  continuous: object2({
    kind: kindIs("continuous"),
    name: name(),
    source: sourceSchema,
    /** lx at 1 m on the axis at full output. */
    luxAt1m: luxAt1m(),
    minStops: number2(-14, 0),
    step: stepSchema,
    dimmer: dimmer()
  }),
  /** A full-colour or bi-colour fixture: emitters that it mixes to what its modes ask for. */
  colour: object2({
    kind: kindIs("colour"),
    name: name(),
    emitters: yup3.array(emitterSchema).required().min(2).max(LIMITS.emitters),
    modes: yup3.array(yup3.string().required().oneOf(MODES)).required().min(1).max(MODES.length),
    /** Lowest and highest colour temperature that its dial has, K. */
    lowK: number2(1e3, 25e3),
    highK: number2(1e3, 25e3),
    stepK: number2(1, 1e3),
    /** Pixels that can be set apart; 1 for none. */
    pixels: number2(1, 4096),
    minStops: number2(-14, 0),
    step: stepSchema,
    dimmer: dimmer()
  })
});
var whiteK = () => number2(1e3, 25e3);
var settingSchema = oneOf("mode", {
  /** White at a colour temperature, moved by Duv to green (positive) or magenta. */
  cct: object2({ mode: kindIs("cct"), cctK: whiteK(), duv: number2(-0.03, 0.03) }),
  /** Hue angle of the fixture's own wheel, mixed at `saturation` (0 to 1) with a chosen white. */
  hsi: object2({ mode: kindIs("hsi"), hueDeg: number2(0, 360), saturation: number2(0, 1), whiteK: whiteK() }),
  rgb: object2({ mode: kindIs("rgb"), r: number2(0, 255), g: number2(0, 255), b: number2(0, 255) }),
  xy: object2({ mode: kindIs("xy"), x: number2(1e-3, 0.9), y: number2(1e-3, 0.9) }),
  /** A gel of this look or of the stand-in kit, imitated over a chosen white. */
  gel: object2({ mode: kindIs("gel"), gel: id(), whiteK: whiteK() })
});
var unitSchema = object2({
  outputStops: number2(-4, 4),
  /** Positive is warmer than dialled. */
  miredShift: number2(-200, 200),
  /** Density of a green band (negative: magenta) over its light. */
  green: number2(-0.6, 0.6)
});
var faceSchema = oneOf("kind", {
  disc: object2({ kind: kindIs("disc"), radiusM: number2(2e-3, 5) }),
  rectangle: object2({ kind: kindIs("rectangle"), widthM: number2(5e-3, 10), heightM: number2(5e-3, 10) }),
  tube: object2({ kind: kindIs("tube"), lengthM: number2(0.05, 10) })
});
var beamSchema = oneOf("kind", {
  bare: object2({ kind: kindIs("bare") }),
  /** A lens that goes from spot to flood: the beam angle at both ends, and where it stands, 0 spot to 1 flood. */
  zoom: object2({ kind: kindIs("zoom"), spotDeg: number2(2, 120), floodDeg: number2(3, 170), zoom: number2(0, 1) }),
  diffuse: object2({ kind: kindIs("diffuse") }),
  lens: object2({ kind: kindIs("lens"), beamDeg: number2(1, 178), fieldDeg: number2(2, 359) }),
  /** A measured distribution: relative intensity at rising angles from the axis, 1 on it. */
  table: object2({
    kind: kindIs("table"),
    anglesDeg: yup3.array(number2(0, 180)).required().min(2).max(LIMITS.beamPoints),
    relative: yup3.array(number2(0, 100)).required().min(2).max(LIMITS.beamPoints)
  })
});
var cutSchema = object2({
  kind: kindIs("cut"),
  leftDeg: number2(-80, 90),
  rightDeg: number2(-80, 90),
  topDeg: number2(-80, 90),
  bottomDeg: number2(-80, 90),
  /** Width of the soft edge, degrees: next to nothing for blades in focus, some for doors. */
  edgeDeg: number2(0.1, 40)
});
var modifierSchema = object2({
  name: name(),
  face: faceSchema,
  beam: beamSchema,
  /** Half angle at which the grid cuts off entirely, degrees; null without a grid. */
  gridDeg: yup3.number().nullable().defined().min(2).max(80),
  /** Stops lost on the axis against the fixture's rated figure; negative for a gain. */
  lossStops: number2(-3, 8),
  /** Blades of a projector or doors before a lens; null without. */
  cut: nullOr(oneOf("kind", { cut: cutSchema })),
  /** Share of the intensity on the axis that leaks to all sides outside the beam. */
  spill: number2(0, 0.5)
});
var gelSchema = object2({
  /** Id of a spectrum of this look or of a stand-in gel. */
  gel: id(),
  /** Times the dye: 1 as bought, 2 as two sheets of the same dye in one film. */
  strength: number2(0.05, 4)
});
var lampSchema = object2({
  kind: kindIs("lamp"),
  /** What the holder is rated for, and what is fitted, W. */
  ratedW: number2(1, 2e4),
  fittedW: number2(1, 2e4),
  /** Watts of the lamp that the fixture's figure in lx is of. */
  figureW: number2(1, 2e4),
  /** Stops that diffusion or a shade round it takes. */
  diffusionStops: number2(0, 10)
});
var MOUNTS = ["holder", "clips", "tape", "inside", "touching"];
var EFFECTS = ["flicker", "pulse", "lightning", "beacon", "screen"];
var effectSchema = object2({
  kind: kindIs("effect"),
  type: yup3.string().required().oneOf(EFFECTS),
  /** Turns, flashes or changes a second. */
  rateHz: number2(0.01, 200),
  rangeStops: number2(0.1, 10),
  /** When it starts and ends, in words. */
  cue: yup3.string().defined().max(LIMITS.nameLength)
});
var lightSchema = object2({
  id: id(),
  name: name(),
  role: yup3.string().required().oneOf(ROLES),
  fixture: fixtureSchema,
  /** Stops under full output, 0 or less. */
  powerStops: number2(-14, 0),
  /** What a full-colour fixture is set to; null for any other. */
  setting: nullOr(settingSchema),
  unit: unitSchema,
  /** What is fitted where the light is a lamp in the picture; null for any other. */
  lamp: nullOr(oneOf("kind", { lamp: lampSchema })),
  effect: nullOr(oneOf("kind", { effect: effectSchema })),
  /** The camera meters its power for every frame: it moves by itself, and no two frames can be compared. */
  ttl: flag(),
  /** How many alike shine as one, on the same setting. */
  pieces: number2(1, 64).integer("${path} must be a whole number"),
  gels: yup3.array(gelSchema).required().max(LIMITS.gels),
  /** How the gels are held. */
  mount: yup3.string().required().oneOf(MOUNTS),
  /** Fraction of the light that passes beside the gels. */
  leak: number2(0, 1),
  modifier: modifierSchema,
  position: point(),
  aim: point(),
  /** Turn about its axis, degrees: what leans is a strip, a tube, blades. Positive leans its top to the picture's right. */
  rollDeg: number2(-180, 180),
  /** How it is held and fed. */
  rig: rigSchema,
  on: flag(),
  solo: flag(),
  muted: flag(),
  locked: flag(),
  /** The probe where this light does its work. */
  zone: id(),
  /** What this light pretends to be: a preset of `palette/motives.ts`, or '' where nothing. */
  motive: yup3.string().defined().max(64),
  /** Ids of probes where its light is as it should be, though it works elsewhere. */
  accepts: yup3.array(id()).required().max(LIMITS.probes),
  /** Wanted place in the vivid window, 0 deep to 1 brilliant; null follows the mood. */
  aimPlace: yup3.number().nullable().defined().min(0).max(1)
});

// core/src/look/build-schema.ts
var BUILD_ORDERS = ["key", "background", "ambient", "own"];
var buildSchema = object2({
  order: yup4.string().required().oneOf(BUILD_ORDERS),
  /** Lights that are trimmed together; each keeps its offset from the others. */
  groups: yup4.array(object2({ id: id(), name: name(), lights: yup4.array(id()).required().max(LIMITS.lights) })).required().max(LIMITS.lights),
  /** Lights that have been set and checked on the set. */
  checked: yup4.array(id()).required().max(LIMITS.lights),
  /** All trims in the order in which they were made. */
  ledger: yup4.array(
    object2({
      at: yup4.string().required().max(40),
      light: id(),
      /** Change of power, stops. */
      stops: number2(-20, 20),
      /** A group's id, or ''. */
      group: yup4.string().defined().max(64),
      why: yup4.string().defined().max(LIMITS.nameLength)
    })
  ).required().max(LIMITS.trims)
});
var variantSchema = object2({
  id: id(),
  name: name(),
  note: note(),
  votes: number2(0, 1e3).integer("${path} must be a whole number"),
  chosen: flag(),
  /** When it was locked (ISO 8601); null while it may change. */
  lockedAt: yup4.string().nullable().defined().max(40),
  mood: yup4.string().required().oneOf(MOODS),
  lights: yup4.array(
    object2({
      id: id(),
      on: flag(),
      powerStops: number2(-14, 0),
      gels: yup4.array(gelSchema).required().max(LIMITS.gels),
      setting: nullOr(settingSchema)
    })
  ).required().max(LIMITS.lights),
  camera: object2({
    aperture: number2(0.5, 128),
    iso: number2(1, 1e6),
    shutterS: number2(1e-5, 3600),
    ndStops: number2(0, 20),
    whiteK: number2(1600, 25e3),
    tintDuv: number2(-0.03, 0.03)
  })
});

// core/src/look/brief-schema.ts
var yup5 = __toESM(require_yup());
var text = () => yup5.string().defined().max(LIMITS.nameLength);
var hueDeg = () => number2(0, 360);
var STATUSES = ["idea", "trial", "approved"];
var KEY_LEVELS = ["low", "middle", "high"];
var referenceSchema = object2({
  id: id(),
  name: name(),
  /** JPEG or PNG as a data address, or '' for none. */
  thumbnail: yup5.string().defined().max(6e4).matches(
    /^$|^data:image\/(?:jpeg|png);base64,[A-Za-z0-9+/=]+$/,
    "${path} must be a small JPEG or PNG data address, or empty"
  ),
  clusters: yup5.array(object2({ hueDeg: hueDeg(), chroma: number2(0, 1), lightness: number2(0, 1), share: number2(0, 1) })).required().max(12)
});
var associationSchema = object2({ id: id(), colour: text(), withColour: text(), reads: note() });
var INGREDIENT_STATES = ["planned", "tried", "rejected"];
var ingredientSchema = object2({
  id: id(),
  name: name(),
  state: yup5.string().required().oneOf(INGREDIENT_STATES),
  reason: note()
});
var SCHEMES = [
  "opposite",
  "opposite-painters",
  "neighbours",
  "triad",
  "split",
  "one-anchor",
  "warm-cool",
  "mix-third",
  "own"
];
var memberSchema = object2({
  id: id(),
  name: text(),
  hueDeg: hueDeg(),
  /** Size of sigma, 0 neutral to about 0.6: see `palette/plane.ts`. */
  purity: number2(0, 1),
  /** Id of the light that makes it, or '' while open. */
  light: text(),
  /** Id of the probe whose part of the picture shows it, or ''. */
  part: text(),
  /** Wanted share of the picture, 0 to 1. */
  share: number2(0, 1),
  purpose: note()
});
var triedSchema = object2({
  id: id(),
  scheme: yup5.string().required().oneOf(SCHEMES),
  hues: yup5.array(hueDeg()).required().max(LIMITS.members),
  verdict: note()
});

// core/src/look/schema.ts
var LOOK_FORMAT = "fulgent-look";
var LOOK_VERSION = 6;
var CAMERA_MODES = ["stills", "cinema"];
var BACKDROP_TYPES = ["sweep", "wall", "cloth", "none"];
var MOVERS = ["subject", "pan", "zoom"];
var DIFFUSIONS = [0, 0.125, 0.25, 0.5, 1];
var PROBE_SURFACES = [
  "skin",
  "hair",
  "wardrobe",
  "backdrop",
  "eye-white",
  "label",
  "liquid",
  "table",
  "metal",
  "matt"
];
var surfaceSchema = oneOf("kind", {
  neutral: object2({ kind: kindIs("neutral"), reflectance: number2(0, 1) }),
  material: object2({ kind: kindIs("material"), id: id() }),
  spectrum: object2({ kind: kindIs("spectrum"), id: id() })
});
var cameraSchema = object2({
  name: name(),
  sensor: oneOf("kind", {
    standIn: object2({ kind: kindIs("standIn"), shiftNm: number2(-15, 15) }),
    spectrum: object2({ kind: kindIs("spectrum"), id: id() })
  }),
  headroomStops: number2(0, 10),
  curve: yup6.string().required().oneOf(CURVES),
  whiteK: number2(1600, 25e3),
  tintDuv: number2(-0.03, 0.03),
  aperture: number2(0.5, 128),
  tStop: yup6.number().nullable().defined().min(0.5).max(128),
  iso: number2(1, 1e6),
  shutterS: number2(1e-5, 3600),
  ndStops: number2(0, 20),
  syncS: number2(1e-4, 1),
  /** Decides how the shutter is spoken of: as a time, or as an angle of a frame. */
  mode: yup6.string().required().oneOf(CAMERA_MODES),
  fps: number2(1, 1e3),
  /** Frequency of the mains where it is used, for flicker. */
  mainsHz: yup6.number().required().oneOf([50, 60]),
  /** Longest exposure that can be held still, s: by hand, or up to the time of a tripod. */
  longestS: number2(5e-4, 3600),
  focalMm: number2(4, 2e3),
  sensorWidthMm: number2(3, 120),
  sensorHeightMm: number2(2, 120),
  /** Pixels across the picture. */
  imageWidthPx: number2(100, 4e4),
  /** From the camera to the subject, where it is focused, m. */
  distanceM: number2(0.1, 500),
  /** A soft filter before the lens, by strength: 0 none, then 1/8, 1/4, 1/2, 1. */
  diffusion: yup6.number().required().oneOf(DIFFUSIONS)
});
var whiteSchema = object2({ id: id(), name: name(), whiteK: number2(1600, 25e3), tintDuv: number2(-0.03, 0.03) });
var placeSchema = object2({ id: id(), name: name(), lux: number2(0, 2e5), source: sourceSchema });
var ambientSchema = object2({
  /** Illuminance at the subject, before anything is shut out, lx. */
  lux: number2(0, 2e5),
  source: sourceSchema,
  /** Stops that black cloth and flags take from it. */
  blackoutStops: number2(0, 20),
  /** What it is wanted to do, in stops under working white. */
  targetStops: number2(-14, 4),
  /** A bright thing in the picture that nobody lights, such as a window: its spot reading in EV at ISO 100, and its light. */
  window: nullOr(oneOf("kind", { window: object2({ kind: kindIs("window"), ev100: number2(-8, 20), source: sourceSchema }) })),
  places: yup6.array(placeSchema).required().max(LIMITS.places),
  /** Windows, doors and cracks that are to be closed, as a list to work off. */
  openings: yup6.array(object2({ id: id(), name: name(), count: number2(1, 200).integer("${path} must be a whole number"), done: flag() })).required().max(LIMITS.places),
  /** The black frame that proved it: what was measured in it, and at which settings. */
  proof: nullOr(
    oneOf("kind", {
      frame: object2({
        kind: kindIs("frame"),
        at: yup6.string().required().max(40),
        /** Mean and 99.9th percentile of red, green, blue in the file, 0 to 1 as encoded. */
        mean: triple(),
        high: triple(),
        aperture: number2(0.5, 128),
        iso: number2(1, 1e6),
        shutterS: number2(1e-5, 3600),
        ndStops: number2(0, 20),
        blackoutStops: number2(0, 20),
        lux: number2(0, 2e5)
      })
    })
  )
});
var baselineSchema = object2({
  kind: kindIs("baseline"),
  at: yup6.string().required().max(40),
  aperture: number2(0.5, 128),
  tStop: yup6.number().nullable().defined().min(0.5).max(128),
  iso: number2(1, 1e6),
  shutterS: number2(1e-5, 3600),
  ndStops: number2(0, 20),
  blackoutStops: number2(0, 20),
  powers: yup6.array(object2({ id: id(), stops: number2(-14, 0) })).required().max(LIMITS.lights)
});
var probeSchema = object2({
  id: id(),
  name: name(),
  surface: yup6.string().required().oneOf(PROBE_SURFACES),
  /** Which form the probe lies on: a form does not shadow its own probes. */
  body: yup6.string().required().oneOf(["head", "torso", "none"]),
  position: point(),
  normal: point()
});
var spectrumSchema = oneOf("kind", {
  gel: object2({ kind: kindIs("gel"), id: id(), name: name(), wavelengthsNm: numbers(), values: numbers() }),
  reflectance: object2({ kind: kindIs("reflectance"), id: id(), name: name(), wavelengthsNm: numbers(), values: numbers() }),
  source: object2({ kind: kindIs("source"), id: id(), name: name(), wavelengthsNm: numbers(), values: numbers() }),
  sensor: object2({
    kind: kindIs("sensor"),
    id: id(),
    name: name(),
    wavelengthsNm: numbers(),
    r: numbers(),
    g: numbers(),
    b: numbers()
  })
});
var FINISHES = ["black", "white", "silver", "silk"];
var boardSchema = object2({
  id: id(),
  name: name(),
  finish: yup6.string().required().oneOf(FINISHES),
  /** Its middle. */
  position: point(),
  widthM: number2(0.05, 6),
  heightM: number2(0.05, 6),
  /** Where it faces: 0 to the camera, 90 to the picture's right. */
  yawDeg: number2(-180, 180),
  /** What a silk takes, stops. */
  lossStops: number2(0, 6),
  /** Colour of what a white card or reflector sends back; null where it has none. */
  tint: nullOr(surfaceSchema)
});
var lookSchema = object2({
  format: kindIs(LOOK_FORMAT),
  version: yup6.number().required().oneOf([LOOK_VERSION]),
  title: name(),
  brief: object2({
    mood: yup6.string().required().oneOf(MOODS),
    /** Wanted incident level at the face, stops over the meter. */
    keyStops: number2(-6, 6),
    /** Least OKLab difference of the subject's edge from the backdrop; 0 lets it sink in. */
    separation: number2(0, 1),
    note: note(),
    /** How much of the picture is to be dark: it decides which warnings count. */
    keyLevel: yup6.string().required().oneOf(KEY_LEVELS),
    place: object2({
      name: text(),
      note: note(),
      /** Minutes there are for it; null where open. */
      minutes: yup6.number().nullable().defined().min(1).max(1e4),
      /** People who help. */
      crew: number2(0, 200),
      /** Continuous power that the sockets give, W; null where unknown. */
      powerW: yup6.number().nullable().defined().min(1).max(1e6)
    }),
    references: yup6.array(referenceSchema).required().max(LIMITS.entries),
    associations: yup6.array(associationSchema).required().max(LIMITS.entries),
    status: yup6.string().required().oneOf(STATUSES),
    /** When the status was last changed (ISO 8601), or ''. */
    statusAt: yup6.string().defined().max(40),
    ingredients: yup6.array(ingredientSchema).required().max(LIMITS.entries)
  }),
  palette: object2({
    scheme: yup6.string().required().oneOf(SCHEMES),
    /** The hue that the scheme is built on, OKLCh degrees as recorded. */
    baseHueDeg: number2(0, 360),
    /** Own leaning: every hue is turned by this towards cyan or amber, whichever is nearer. */
    leanDeg: number2(-40, 40),
    members: yup6.array(memberSchema).required().max(LIMITS.members),
    /** Ids of checks that are as they are on purpose. */
    accepted: yup6.array(yup6.string().required().max(96)).required().max(200),
    /** Schemes that were tried, with what was thought of them. */
    tried: yup6.array(triedSchema).required().max(LIMITS.entries)
  }),
  /** Cautions that were read and taken on, with the time (ISO 8601). */
  acknowledged: yup6.array(object2({ key: yup6.string().required().max(160), at: yup6.string().required().max(40) })).required().max(200),
  camera: cameraSchema,
  subject: object2({
    name: name(),
    skinDepth: number2(0, 1),
    /** Undertone of the skin: -1 cool and rosy to 1 warm and olive. */
    undertone: number2(-1, 1),
    /** Who it is, what is worn, and how far the head is turned on the shoulders, degrees. */
    person: yup6.string().required().oneOf(PERSON_IDS),
    garment: yup6.string().required().oneOf(GARMENT_IDS),
    headwear: yup6.string().required().oneOf(HEADWEAR),
    headTurnDeg: number2(-45, 45),
    /** Looks into the camera, or straight ahead. */
    eyesOnCamera: flag(),
    hair: surfaceSchema,
    wardrobe: surfaceSchema,
    /** Height of the face over the floor, m. */
    faceHeightM: number2(0.1, 4),
    form: yup6.string().required().oneOf(SUBJECT_FORMS),
    sunglasses: flag(),
    /** What a bottle holds, and its label. */
    liquid: object2({ tint: yup6.string().required().oneOf(LIQUIDS), strength: number2(0, 4) }),
    label: surfaceSchema,
    /** How far the subject is turned from the camera, degrees; positive to the picture's right. */
    turnDeg: number2(-180, 180)
  }),
  backdrop: object2({
    surface: surfaceSchema,
    distanceM: number2(0.1, 50),
    widthM: number2(0.2, 50),
    type: yup6.string().required().oneOf(BACKDROP_TYPES),
    /** 0 matt to 1 as glossy as a wet or painted wall. */
    gloss: number2(0, 1)
  }),
  room: object2({
    widthM: number2(1, 200),
    depthM: number2(1, 200),
    heightM: number2(1, 50),
    walls: number2(0, 0.95),
    ceiling: number2(0, 0.95),
    floor: number2(0, 0.95),
    /** Paint of the walls where they are coloured; null for a neutral of `walls`. */
    paint: nullOr(surfaceSchema),
    /** Of walls and floor, as `backdrop.gloss`. */
    gloss: number2(0, 1)
  }),
  air: object2({
    /** Share of light that haze takes out of a beam, 1/m. */
    hazePerM: number2(0, 0.5)
  }),
  ambient: ambientSchema,
  /** Versions of the white balance that the look is judged at; the one in use is the camera's. */
  whites: yup6.array(whiteSchema).required().max(LIMITS.whites),
  /** What moves: speed across the picture, m/s, and its width, m. */
  motion: object2({
    speedMS: number2(0, 200),
    widthM: number2(5e-3, 20),
    /** The subject, or the camera: in a pan everything trails, in a zoom everything from the middle outwards. */
    of: yup6.string().required().oneOf(MOVERS)
  }),
  baseline: nullOr(oneOf("kind", { baseline: baselineSchema })),
  build: buildSchema,
  day: daySchema,
  /** Versions from the same rig. */
  variants: yup6.array(variantSchema).required().max(LIMITS.variants),
  boards: yup6.array(boardSchema).required().max(LIMITS.boards),
  /** In build order. */
  lights: yup6.array(lightSchema).required().max(LIMITS.lights),
  probes: yup6.array(probeSchema).required().min(1).max(LIMITS.probes),
  spectra: yup6.array(spectrumSchema).required().max(LIMITS.spectra)
});

// core/src/look/upgrade.ts
var CAMERA_DEFAULTS = {
  mode: "stills",
  fps: 24,
  mainsHz: 50,
  longestS: 1 / 60,
  focalMm: 85,
  sensorWidthMm: 36,
  sensorHeightMm: 24,
  imageWidthPx: 6e3,
  distanceM: 2.5,
  diffusion: 0
};
var AMBIENT_DEFAULTS = {
  blackoutStops: 0,
  targetStops: -7,
  window: null,
  places: [],
  openings: [],
  proof: null
};
function ambientOf(lux, source2) {
  return { ...AMBIENT_DEFAULTS, places: [], openings: [], lux, source: source2 };
}
var MODIFIER_DEFAULTS = { cut: null, spill: 0 };
var SUBJECT_DEFAULTS = {
  form: "person",
  person: "cropped",
  garment: "sweater",
  headwear: "none",
  headTurnDeg: 6,
  eyesOnCamera: true,
  undertone: 0,
  sunglasses: false,
  liquid: { tint: "amber", strength: 1 },
  label: { kind: "neutral", reflectance: 0.7 }
};
var BACKDROP_DEFAULTS = { type: "sweep", gloss: 0 };
var ROOM_DEFAULTS = { paint: null, gloss: 0 };
var STATUS_DEFAULTS = { status: "idea", statusAt: "" };
var NO_STUDIES = {
  whites: [],
  boards: [],
  motion: { speedMS: 0, widthM: 0.5, of: "subject" },
  baseline: null,
  air: { hazePerM: 0 },
  build: { order: "key", groups: [], checked: [], ledger: [] },
  day: { volts: 230, circuits: [{ id: "circuit-1", name: "Circuit 1", amps: 16 }], wet: false, leadM: 10, poses: [] },
  variants: []
};
var RIG_DEFAULTS = {
  unit: "",
  hold: "stand",
  holder: "",
  secondHold: false,
  weighted: false,
  weightKg: null,
  drawW: null,
  powerFactor: 0.9,
  circuit: "",
  battery: false,
  wetRated: false,
  address: null
};
var FOURTH_SUBJECT = { form: "person", hat: false, sunglasses: false, liquid: SUBJECT_DEFAULTS.liquid, label: SUBJECT_DEFAULTS.label };

// core/src/catalogue/colour-fixtures.ts
var lobe2 = (name2, channel, peakNm, widthNm, luxAt1m2) => ({
  kind: "lobe",
  name: name2,
  channel,
  peakNm,
  widthNm,
  luxAt1m: luxAt1m2
});
var white = (name2, cctK, duv, luxAt1m2) => ({
  kind: "white",
  name: name2,
  channel: "white",
  cctK,
  duv,
  luxAt1m: luxAt1m2
});
var ALL_MODES = ["cct", "hsi", "rgb", "xy", "gel"];
var fixture = (name2, emitters, rest = {}) => ({
  kind: "colour",
  name: name2,
  emitters,
  modes: ALL_MODES,
  lowK: 2700,
  highK: 6500,
  stepK: 50,
  pixels: 1,
  minStops: Math.log2(0.01),
  step: { unit: "percent", value: 1 },
  dimmer: 1,
  ...rest
});
var COLOUR_FIXTURES = [
  {
    id: "colour-can",
    item: fixture(
      "Colour can, RGB",
      [lobe2("Red", "r", 627, 18, 520), lobe2("Green", "g", 521, 34, 980), lobe2("Blue", "b", 464, 22, 190)],
      { modes: ["hsi", "rgb"], lowK: 2800, highK: 8e3, stepK: 100 }
    )
  },
  {
    id: "colour-panel",
    item: fixture(
      "Colour panel, RGBW",
      [
        lobe2("Red", "r", 632, 17, 640),
        lobe2("Green", "g", 527, 32, 1300),
        lobe2("Blue", "b", 455, 20, 180),
        white("White", 5800, 2e-3, 2600)
      ],
      { lowK: 2500, highK: 1e4 }
    )
  },
  {
    id: "colour-panel-two",
    item: fixture(
      "Colour panel, two whites",
      [
        lobe2("Red", "r", 621, 19, 900),
        lobe2("Green", "g", 517, 35, 1700),
        lobe2("Blue", "b", 468, 23, 300),
        white("Warm white", 2750, 0, 3e3),
        white("Cool white", 6200, 1e-3, 3500)
      ],
      { lowK: 2e3, highK: 1e4, stepK: 25, dimmer: 2 }
    )
  },
  {
    id: "colour-spot",
    item: fixture(
      "Colour spot, five emitters",
      [
        lobe2("Deep red", "r", 641, 18, 1500),
        lobe2("Green", "g", 523, 33, 3600),
        lobe2("Royal blue", "b", 449, 19, 420),
        lobe2("Lime phosphor", "extra", 552, 105, 8200),
        lobe2("Amber phosphor", "extra", 598, 76, 5200)
      ],
      { lowK: 2e3, highK: 9e3, stepK: 50, step: { unit: "percent", value: 0.5 } }
    )
  },
  {
    id: "bi-colour",
    item: fixture("Bi-colour panel", [white("Warm white", 2700, 0, 2900), white("Cool white", 6500, 1e-3, 3400)], {
      modes: ["cct"],
      lowK: 2700,
      highK: 6500,
      stepK: 100
    })
  },
  {
    id: "colour-tube",
    item: fixture(
      "Colour tube 120 cm, 16 pixels",
      [
        lobe2("Red", "r", 624, 18, 130),
        lobe2("Green", "g", 525, 34, 260),
        lobe2("Blue", "b", 460, 21, 45),
        white("Warm white", 2900, 0, 330),
        white("Cool white", 6400, 2e-3, 360)
      ],
      { lowK: 2e3, highK: 1e4, stepK: 50, pixels: 16 }
    )
  }
];

// core/src/catalogue/kit.ts
var third = { unit: "stops", value: 1 / 3 };
var tenth = { unit: "stops", value: 0.1 };
var percent = { unit: "percent", value: 1 };
var daylightFlash = { kind: "daylight", cctK: 5600 };
var FIXTURES = [
  {
    id: "flash-small",
    item: {
      kind: "flash",
      name: "Small flash",
      source: daylightFlash,
      guideNumberM: 30,
      minStops: -7,
      step: third,
      driftKPerStop: 0,
      modellingW: 0
    }
  },
  {
    id: "flash-200",
    item: {
      kind: "flash",
      name: "Flash 200 J",
      source: daylightFlash,
      guideNumberM: 48,
      minStops: -8,
      step: tenth,
      driftKPerStop: 0,
      modellingW: 65
    }
  },
  {
    id: "flash-400",
    item: {
      kind: "flash",
      name: "Flash 400 J",
      source: daylightFlash,
      guideNumberM: 66,
      minStops: -8,
      step: tenth,
      driftKPerStop: 0,
      modellingW: 150
    }
  },
  {
    id: "flash-drifting",
    item: {
      kind: "flash",
      name: "Old flash 300 J",
      source: daylightFlash,
      guideNumberM: 56,
      minStops: -5,
      step: third,
      driftKPerStop: -60,
      modellingW: 150
    }
  },
  {
    id: "led-panel",
    item: {
      kind: "continuous",
      name: "LED panel",
      source: { kind: "led", cctK: 5600, duv: 1e-3 },
      luxAt1m: 2400,
      minStops: Math.log2(0.01),
      step: percent,
      dimmer: 1
    }
  },
  {
    id: "led-spot",
    item: {
      kind: "continuous",
      name: "LED spot",
      source: { kind: "led", cctK: 5600, duv: 0 },
      luxAt1m: 21e3,
      minStops: Math.log2(0.01),
      step: percent,
      dimmer: 1
    }
  },
  {
    id: "tungsten-650",
    item: {
      kind: "continuous",
      name: "Tungsten 650 W",
      source: { kind: "tungsten", cctK: 3200 },
      luxAt1m: 7800,
      minStops: Math.log2(0.05),
      step: percent,
      dimmer: 1
    }
  },
  {
    id: "household-bulb",
    item: {
      kind: "continuous",
      name: "Household bulb 60 W",
      source: { kind: "tungsten", cctK: 2700 },
      luxAt1m: 58,
      minStops: Math.log2(0.05),
      step: percent,
      dimmer: 1
    }
  },
  ...COLOUR_FIXTURES
];
var modifier = (id2, item) => ({
  id: id2,
  item: { gridDeg: null, ...MODIFIER_DEFAULTS, ...item }
});
var disc = (radiusM) => ({ kind: "disc", radiusM });
var rectangle = (widthM, heightM) => ({ kind: "rectangle", widthM, heightM });
var lens = (beamDeg, fieldDeg) => ({ kind: "lens", beamDeg, fieldDeg });
var diffuse = { kind: "diffuse" };
var blades = (deg, edgeDeg) => ({ kind: "cut", leftDeg: deg, rightDeg: deg, topDeg: deg, bottomDeg: deg, edgeDeg });
var MODIFIERS = [
  modifier("reflector", { name: "Reflector", face: disc(0.09), beam: lens(55, 95), lossStops: 0 }),
  modifier("reflector-grid", { name: "Reflector, 20\xB0 grid", face: disc(0.09), beam: lens(55, 95), gridDeg: 20, lossStops: 0.6 }),
  modifier("reflector-doors", {
    name: "Reflector, four doors",
    face: disc(0.09),
    beam: lens(55, 95),
    lossStops: 0,
    cut: blades(35, 16)
  }),
  modifier("snoot", { name: "Snoot", face: disc(0.035), beam: lens(14, 22), lossStops: 1.2 }),
  modifier("dish", { name: "Dish 55 cm", face: disc(0.27), beam: lens(60, 110), lossStops: 0.7 }),
  modifier("softbox", { name: "Soft box 60 x 90 cm", face: rectangle(0.6, 0.9), beam: diffuse, lossStops: 2.1 }),
  modifier("softbox-grid", { name: "Soft box, 40\xB0 grid", face: rectangle(0.6, 0.9), beam: diffuse, gridDeg: 40, lossStops: 2.7 }),
  modifier("softbox-large", { name: "Soft box 100 x 140 cm", face: rectangle(1, 1.4), beam: diffuse, lossStops: 2.5 }),
  modifier("softbox-small", { name: "Soft box 25 x 25 cm", face: rectangle(0.25, 0.25), beam: diffuse, lossStops: 1.6 }),
  modifier("octa", { name: "Octa 95 cm", face: disc(0.46), beam: diffuse, lossStops: 2.2 }),
  modifier("octa-grid", { name: "Octa, 40\xB0 grid", face: disc(0.46), beam: diffuse, gridDeg: 40, lossStops: 2.8 }),
  modifier("strip", { name: "Strip box 30 x 120 cm", face: rectangle(0.3, 1.2), beam: diffuse, lossStops: 2.3 }),
  modifier("strip-grid", { name: "Strip box, 35\xB0 grid", face: rectangle(0.3, 1.2), beam: diffuse, gridDeg: 35, lossStops: 2.9 }),
  modifier("umbrella", { name: "Umbrella 100 cm", face: disc(0.45), beam: lens(95, 150), lossStops: 1.6 }),
  modifier("umbrella-through", {
    name: "Umbrella, shot through",
    face: disc(0.45),
    beam: lens(125, 220),
    lossStops: 2,
    spill: 0.12
  }),
  modifier("lantern", { name: "Lantern 55 cm", face: disc(0.275), beam: { kind: "bare" }, lossStops: 2.6 }),
  modifier("fresnel", {
    name: "Fresnel lens",
    face: disc(0.075),
    beam: { kind: "zoom", spotDeg: 12, floodDeg: 50, zoom: 0.5 },
    lossStops: 0.6,
    spill: 3e-3
  }),
  modifier("fresnel-doors", {
    name: "Fresnel lens, doors",
    face: disc(0.075),
    beam: { kind: "zoom", spotDeg: 12, floodDeg: 50, zoom: 0.7 },
    lossStops: 0.6,
    spill: 2e-3,
    cut: blades(30, 10)
  }),
  modifier("projector", {
    name: "Projector, four blades",
    face: disc(0.04),
    beam: lens(25, 29),
    lossStops: 0.4,
    cut: blades(9, 0.5)
  }),
  modifier("panel-face", { name: "Panel face 30 x 60 cm", face: rectangle(0.6, 0.3), beam: diffuse, lossStops: 0 }),
  modifier("panel-grid", { name: "Panel face, 40\xB0 grid", face: rectangle(0.6, 0.3), beam: diffuse, gridDeg: 40, lossStops: 0.7 }),
  modifier("tube-face", { name: "Tube face 120 cm", face: { kind: "tube", lengthM: 1.2 }, beam: diffuse, lossStops: 0 }),
  modifier("globe", { name: "Open bulb", face: disc(0.03), beam: { kind: "bare" }, lossStops: 0 }),
  modifier("window", { name: "Window 120 x 150 cm", face: rectangle(1.2, 1.5), beam: diffuse, lossStops: 0 }),
  modifier("bare", { name: "Bare tube", face: disc(0.04), beam: { kind: "bare" }, lossStops: 1.7 })
];
var settings = {
  ...CAMERA_DEFAULTS,
  whiteK: 5600,
  tintDuv: 0,
  aperture: 8,
  tStop: null,
  iso: 100,
  shutterS: 1 / 200,
  ndStops: 0,
  syncS: 1 / 200
};
var CAMERAS = [
  {
    id: "stills",
    item: {
      name: "Stills, rendered",
      sensor: { kind: "standIn", shiftNm: 0 },
      headroomStops: 3.25,
      curve: "rendered",
      ...settings
    }
  },
  {
    id: "stills-soft",
    item: {
      name: "Stills, film-like",
      sensor: { kind: "standIn", shiftNm: -5 },
      headroomStops: 3.25,
      curve: "film-like",
      ...settings
    }
  },
  {
    id: "cinema-log",
    item: {
      name: "Cinema, log",
      sensor: { kind: "standIn", shiftNm: 5 },
      headroomStops: 5.5,
      curve: "log",
      ...settings,
      aperture: 2.8,
      iso: 800,
      shutterS: 1 / 48,
      syncS: 1 / 48,
      mode: "cinema",
      longestS: 1 / 24,
      focalMm: 50,
      sensorWidthMm: 28,
      sensorHeightMm: 15.75,
      imageWidthPx: 4096
    }
  }
];
function find(list, id2) {
  const found = list.find((entry) => entry.id === id2);
  if (!found) throw new RangeError(`The stand-in kit has no "${id2}".`);
  return found.item;
}
var fixtureOf = (id2) => find(FIXTURES, id2);
var modifierOf = (id2) => find(MODIFIERS, id2);
var cameraOf = (id2) => find(CAMERAS, id2);

// core/src/look/probes.ts
var BACKDROP_SIDE_M = 0.7;
var BOTTLE_BACKDROP_SIDE_M = 0.14;
function standardProbes(faceHeightM, backdropDistanceM, keySide, form = "person") {
  if (form === "bottle") return bottleProbes(faceHeightM, backdropDistanceM, keySide);
  if (form === "kettle") return kettleProbes(faceHeightM, backdropDistanceM, keySide);
  const side = keySide === "left" ? -1 : 1;
  const y = faceHeightM;
  const onHead = (direction) => {
    const normal = unitVector(direction);
    return {
      body: "head",
      position: [normal[0] * HEAD_RADIUS_M, y + normal[1] * HEAD_RADIUS_M, normal[2] * HEAD_RADIUS_M],
      normal
    };
  };
  const onBackdrop = (x) => ({
    body: "none",
    position: [x, y, -backdropDistanceM],
    normal: [0, 0, 1]
  });
  return [
    { id: "face-key", name: "Face, key side", surface: "skin", ...onHead([side * 0.5, 0.02, 1]) },
    { id: "face-shadow", name: "Face, shadow side", surface: "skin", ...onHead([-side * 0.62, -0.12, 1]) },
    { id: "hair-left", name: "Hair edge, left", surface: "hair", ...onHead([-1, 0.62, -0.5]) },
    { id: "hair-right", name: "Hair edge, right", surface: "hair", ...onHead([1, 0.62, -0.5]) },
    {
      id: "wardrobe",
      name: "Wardrobe",
      surface: "wardrobe",
      body: "torso",
      position: [0, y - 0.42, 0.17],
      normal: unitVector([0, 0.25, 1])
    },
    { id: "backdrop", name: "Backdrop", surface: "backdrop", ...onBackdrop(0) },
    { id: "backdrop-left", name: "Backdrop, left", surface: "backdrop", ...onBackdrop(-BACKDROP_SIDE_M) },
    { id: "backdrop-right", name: "Backdrop, right", surface: "backdrop", ...onBackdrop(BACKDROP_SIDE_M) }
  ];
}
function bottleProbes(y, backdropDistanceM, keySide) {
  const side = keySide === "left" ? -1 : 1;
  const on = (id2, name2, surface, at2, normal) => ({
    id: id2,
    name: name2,
    surface,
    body: "torso",
    position: [at2[0], y + at2[1], at2[2]],
    normal: unitVector(normal)
  });
  const back = (id2, name2, x) => ({
    id: id2,
    name: name2,
    surface: "backdrop",
    body: "none",
    position: [x, y, -backdropDistanceM],
    normal: [0, 0, 1]
  });
  return [
    on("face-key", "Label, key side", "label", [side * 0.014, -0.018, 0.019], [0, 0, 1]),
    on("face-shadow", "Label, shadow side", "label", [-side * 0.014, -0.018, 0.019], [0, 0, 1]),
    on("hair-left", "Glass edge, left", "liquid", [-0.036, -0.01, 0], [-1, 0, -0.2]),
    on("hair-right", "Glass edge, right", "liquid", [0.036, -0.01, 0], [1, 0, -0.2]),
    { ...on("wardrobe", "Table", "table", [side * 0.02, tableOf({ form: "bottle" }).topM, 0.05], [0, 1, 0]), body: "none" },
    back("backdrop", "Backdrop", 0),
    back("backdrop-left", "Backdrop, left", -BOTTLE_BACKDROP_SIDE_M),
    back("backdrop-right", "Backdrop, right", BOTTLE_BACKDROP_SIDE_M)
  ];
}
function kettleProbes(y, backdropDistanceM, keySide) {
  const side = keySide === "left" ? -1 : 1;
  const on = (id2, name2, surface, at2, normal) => ({
    id: id2,
    name: name2,
    surface,
    body: "torso",
    position: [at2[0], y + at2[1], at2[2]],
    normal: unitVector(normal)
  });
  const [, , , , table3, ...back] = bottleProbes(y, backdropDistanceM, keySide);
  return [
    on("face-key", "Body, key side", "metal", [side * 0.045, -0.02, 0.06], [side * 0.6, 0, 0.8]),
    on("face-shadow", "Body, shadow side", "metal", [-side * 0.045, -0.02, 0.06], [-side * 0.6, 0, 0.8]),
    on("hair-left", "Handle", "matt", [-0.11, 0, 0], [-1, 0, 0.2]),
    on("hair-right", "Spout", "metal", [0.11, 0.02, 0], [1, 0.2, 0.2]),
    { ...table3, position: [side * 0.12, y + tableOf({ form: "kettle" }).topM, 0.1] },
    ...back
  ];
}
function usualZone(role, position) {
  switch (role) {
    case "key":
    case "window":
      return "face-key";
    case "fill":
      return "face-shadow";
    case "background":
      return "backdrop";
    case "practical":
      return position[0] < 0 ? "backdrop-left" : "backdrop-right";
    case "rim":
    case "hair":
    case "kicker":
      return position[0] < 0 ? "hair-left" : "hair-right";
  }
}

// core/src/palette/from-lights.ts
var HUED_FROM = 0.05;
function membersFromLights(look) {
  const { whiteK: whiteK2, tintDuv } = look.camera;
  const camera = makeCamera({ whiteK: whiteK2, tintDuv });
  const lookup = lookupIn(look.spectra);
  return look.lights.flatMap((light, i) => {
    const spectrum = product(resolveSource(light, light.powerStops, lookup), resolveFilter(light, lookup));
    const { hueDeg: hueDeg2, purity } = targetOf(planeOfSpectrum(camera, spectrum));
    if (purity < HUED_FROM) return [];
    return [
      {
        id: `colour-${i + 1}`,
        name: light.name,
        hueDeg: Number(hueDeg2.toFixed(2)),
        purity: Number(purity.toFixed(4)),
        light: light.id,
        part: light.zone,
        share: light.role === "background" ? 0.5 : 0.1,
        purpose: ""
      }
    ];
  });
}
function withOwnPalette(look) {
  const members = membersFromLights(look);
  return { ...look, palette: { ...look.palette, scheme: "own", baseHueDeg: members[0]?.hueDeg ?? 215, members } };
}

// core/src/palette/associations.ts
var ASSOCIATIONS = [
  { id: "blue", colour: "blue", withColour: "", reads: "night, cold, distance" },
  { id: "azure", colour: "azure", withColour: "", reads: "screen, moon, calm" },
  { id: "teal", colour: "teal", withColour: "", reads: "water, fluorescent light, unease" },
  { id: "cyan", colour: "cyan", withColour: "", reads: "clean, clinical, modern" },
  { id: "green", colour: "green", withColour: "", reads: "sickness, the strange, old tubes" },
  { id: "amber", colour: "amber", withColour: "", reads: "home, late sun, street light" },
  { id: "orange", colour: "orange", withColour: "", reads: "fire, warmth, sodium light" },
  { id: "red", colour: "red", withColour: "", reads: "danger, heat, desire" },
  { id: "magenta", colour: "magenta", withColour: "", reads: "neon, club, artifice" },
  { id: "violet", colour: "violet", withColour: "", reads: "dream, dusk, stage" },
  { id: "green-red", colour: "green", withColour: "red", reads: "a winter feast: wanted?" },
  { id: "azure-amber", colour: "azure", withColour: "amber", reads: "sun and sky; also much used" }
];

// core/src/look/create.ts
function usualSetting(fixture2) {
  if (fixture2.kind !== "colour") return null;
  const cctK = Math.min(fixture2.highK, Math.max(fixture2.lowK, 5600));
  return fixture2.modes.includes("cct") ? { mode: "cct", cctK, duv: 0 } : { mode: "rgb", r: 255, g: 255, b: 255 };
}
function emptyBrief() {
  return {
    brief: {
      mood: "neutral",
      keyStops: 0,
      separation: 0.1,
      note: "",
      keyLevel: "middle",
      ...STATUS_DEFAULTS,
      place: { name: "", note: "", minutes: null, crew: 0, powerW: null },
      references: [],
      associations: [...ASSOCIATIONS],
      ingredients: []
    },
    palette: { scheme: "opposite", baseHueDeg: 215, leanDeg: 0, members: [], accepted: [], tried: [] },
    acknowledged: []
  };
}
function makeLight(draft) {
  return {
    setting: usualSetting(draft.fixture),
    unit: NO_CORRECTION,
    rollDeg: 0,
    effect: null,
    rig: RIG_DEFAULTS,
    lamp: null,
    ttl: false,
    accepts: [],
    pieces: 1,
    gels: [],
    mount: "holder",
    motive: "",
    powerStops: nearestPower(draft.fixture, -3),
    zone: usualZone(draft.role, draft.position),
    leak: 0,
    locked: false,
    aimPlace: null,
    on: true,
    solo: false,
    muted: false,
    ...draft
  };
}
function usualPlace(role, side, h, d) {
  const x = side === "left" ? -1 : 1;
  switch (role) {
    case "key":
      return { position: [x * 1.1, h + 0.45, 1.2], aim: [0, h, 0], modifier: "softbox" };
    case "fill":
      return { position: [x * 1.4, h - 0.1, 1.5], aim: [0, h, 0], modifier: "umbrella" };
    case "background":
      return { position: [x * 1.75, h - 0.3, -d + 1], aim: [0, h, -d], modifier: "reflector" };
    case "practical":
      return { position: [x * 0.9, h, -d + 0.5], aim: [x * 0.7, h, -d], modifier: "bare" };
    case "window":
      return { position: [x * 2.2, h + 0.1, 0.4], aim: [0, h, 0], modifier: "window" };
    case "rim":
    case "hair":
    case "kicker":
      return { position: [x * 1.2, h + 0.45, -1.1], aim: [0, h + 0.05, 0], modifier: "reflector-grid" };
  }
}

// core/src/catalogue/demo/piece.ts
var QUICKLY = { thorough: false };
var FACE_M = 1.62;
var BACKDROP_M = 2.4;
function piece({
  id: id2,
  name: name2,
  role,
  side,
  fixture: fixture2,
  modifier: modifier2,
  gels = [],
  powerStops,
  setting,
  motive,
  zone,
  at: at2
}) {
  const place = usualPlace(role, side, FACE_M, BACKDROP_M);
  const item = fixtureOf(fixture2);
  return makeLight({
    id: id2,
    name: name2,
    role,
    position: at2?.position ?? place.position,
    aim: at2?.aim ?? place.aim,
    fixture: item,
    modifier: modifierOf(modifier2 ?? place.modifier),
    gels: gels.map((gel) => ({ gel, strength: 1 })),
    powerStops: nearestPower(item, powerStops),
    ...setting ? { setting } : {},
    ...motive ? { motive } : {},
    ...zone ? { zone } : {}
  });
}

// core/src/catalogue/demo/saltmarsh.ts
function poster(title, note2, lights) {
  return {
    format: LOOK_FORMAT,
    version: LOOK_VERSION,
    title,
    ...emptyBrief(),
    brief: {
      ...emptyBrief().brief,
      note: note2
    },
    camera: { ...cameraOf("stills"), iso: 200, distanceM: 1.9 },
    subject: {
      name: "Fencer in a white jacket",
      skinDepth: 0.46,
      hair: { kind: "material", id: "hair-black" },
      wardrobe: { kind: "material", id: "cloth-white" },
      faceHeightM: FACE_M,
      turnDeg: 0,
      ...SUBJECT_DEFAULTS,
      person: "curls",
      garment: "fencing",
      headTurnDeg: 9
    },
    backdrop: { ...BACKDROP_DEFAULTS, surface: { kind: "material", id: "paper-grey" }, distanceM: BACKDROP_M, widthM: 2.7 },
    room: { ...ROOM_DEFAULTS, widthM: 6, depthM: 9, heightM: 3, walls: 0.35, ceiling: 0.6, floor: 0.25 },
    ambient: {
      ...ambientOf(60, { kind: "planck", cctK: 3600 }),
      openings: [
        { id: "opening-1", name: "High window, black cloth", count: 2, done: true },
        { id: "opening-2", name: "Crack under the door, tape", count: 1, done: false }
      ],
      places: [{ id: "place-1", name: "Club hall, tubes on", lux: 450, source: { kind: "preset", id: "tube-green" } }]
    },
    ...NO_STUDIES,
    boards: [],
    whites: [
      { id: "white-1", name: "Daylight, 5600 K", whiteK: 5600, tintDuv: 0 },
      { id: "white-2", name: "Colder, 4300 K", whiteK: 4300, tintDuv: 0 }
    ],
    lights,
    probes: standardProbes(FACE_M, BACKDROP_M, "left"),
    spectra: []
  };
}
var key = (powerStops, modifier2) => piece({
  id: "key",
  name: "Key",
  role: "key",
  side: "left",
  fixture: "flash-200",
  gels: ["warm-quarter"],
  powerStops,
  ...modifier2 ? { modifier: modifier2 } : {}
});
var rimLeft = (powerStops) => piece({ id: "rim-left", name: "Rim left", role: "rim", side: "left", fixture: "flash-400", gels: ["teal-mid"], powerStops });
var rimRight = (powerStops) => piece({
  id: "rim-right",
  name: "Rim right",
  role: "rim",
  side: "right",
  fixture: "flash-400",
  modifier: "reflector",
  gels: ["amber-deep"],
  powerStops
});
var backdrop = (powerStops, gels) => piece({ id: "backdrop", name: "Backdrop", role: "background", side: "right", fixture: "flash-200", gels, powerStops });
function touche() {
  const side = (id2, name2, at2, gel, position, role, zone) => piece({ id: id2, name: name2, role, side: at2, fixture: "flash-200", modifier: "softbox-grid", gels: [gel], powerStops: -3, zone, at: { position, aim: [0, FACE_M - 0.04, 0] } });
  const look = poster("Touch\xE9, magenta and teal", "Two colours meet on the face; the white jacket takes both. Black behind.", [
    side("key", "Magenta", "left", "magenta-mid", [-1.1, FACE_M + 0.32, 0.85], "key", "face-key"),
    side("teal", "Teal", "right", "teal-mid", [1.2, FACE_M + 0.2, 0.45], "kicker", "face-shadow"),
    piece({ id: "hair", name: "Hair", role: "hair", side: "right", fixture: "flash-small", modifier: "reflector-grid", gels: ["magenta-mid"], powerStops: -4, at: { position: [0.55, FACE_M + 0.95, -1.05], aim: [0, FACE_M + 0.08, 0] } })
  ]);
  return {
    ...look,
    brief: { ...look.brief, mood: "dark", keyStops: -0.7, keyLevel: "low" },
    subject: { ...look.subject, name: "Fencer, cover", person: "long", skinDepth: 0.14, hair: { kind: "material", id: "hair-brown" } },
    backdrop: { ...look.backdrop, surface: { kind: "material", id: "velvet-black" } }
  };
}
function demoLooks() {
  const washed = poster("Piste, washed out", "The umbrella key floods the paper: the cyan goes grey.", [
    key(-2, "umbrella"),
    backdrop(-5.5, ["teal-deep"]),
    rimRight(-2.5)
  ]);
  const clipping = poster("Salute, amber too hot", "The amber rim burns to yellow on the white jacket and hair.", [
    key(-2.5),
    rimRight(0),
    backdrop(-3, ["teal-deep"])
  ]);
  const balanced = poster("Piste, cyan and amber", "Cyan paper and rim against amber. The season poster.", [
    key(-2.5, "softbox-grid"),
    rimLeft(-2),
    rimRight(-2),
    backdrop(-3, ["teal-deep"])
  ]);
  return [
    withOwnPalette(balance(balanced, QUICKLY).look),
    withOwnPalette(washed),
    withOwnPalette(clipping),
    withOwnPalette(balance(touche(), QUICKLY).look)
  ];
}

// core/src/catalogue/demo/night-oven.ts
function ovenLook(title, note2, lights, change = {}) {
  return {
    format: LOOK_FORMAT,
    version: LOOK_VERSION,
    title,
    ...emptyBrief(),
    brief: {
      ...emptyBrief().brief,
      mood: "dark",
      keyStops: -1.3,
      note: note2,
      keyLevel: "low",
      place: {
        name: "Bakery, back room",
        note: "One window on the street, steel tables, white tiles.",
        minutes: 240,
        crew: 3,
        powerW: 3600
      },
      ingredients: [
        {
          id: "haze",
          name: "Flour dust in the beam",
          state: "tried",
          reason: "Reads well against the street light; sweep between takes."
        },
        { id: "tube-red", name: "Red exit sign", state: "rejected", reason: "Pulls the eye off the dough." }
      ]
    },
    palette: {
      scheme: "opposite",
      baseHueDeg: 66,
      leanDeg: 0,
      members: [
        {
          id: "colour-1",
          name: "Street",
          hueDeg: 66,
          purity: 0.17,
          light: "street",
          part: "hair-right",
          share: 0.12,
          purpose: "The world outside is awake"
        },
        {
          id: "colour-2",
          name: "Fridge",
          hueDeg: 254,
          purity: 0.31,
          light: "fridge",
          part: "hair-left",
          share: 0.2,
          purpose: "Cold work"
        }
      ],
      accepted: [],
      tried: []
    },
    camera: { ...cameraOf("cinema-log"), whiteK: 4300, aperture: 2.8, iso: 800, distanceM: 1.9, ...change },
    subject: {
      name: "Baker in a cream apron",
      skinDepth: 0.52,
      hair: { kind: "material", id: "hair-black" },
      wardrobe: { kind: "material", id: "cloth-cream" },
      faceHeightM: FACE_M,
      turnDeg: 0,
      ...SUBJECT_DEFAULTS,
      person: "bald",
      garment: "apron",
      headwear: "cap",
      headTurnDeg: -8
    },
    backdrop: { ...BACKDROP_DEFAULTS, surface: { kind: "material", id: "paper-pale" }, distanceM: BACKDROP_M, widthM: 5 },
    room: { ...ROOM_DEFAULTS, widthM: 5, depthM: 7, heightM: 2.9, walls: 0.18, ceiling: 0.2, floor: 0.1 },
    ambient: {
      ...ambientOf(1.5, { kind: "planck", cctK: 2700 }),
      targetStops: -3.5,
      window: { kind: "window", ev100: 1.5, source: { kind: "preset", id: "street-sodium" } },
      places: [
        { id: "place-1", name: "Shop front, blinds down", lux: 18, source: { kind: "preset", id: "street-sodium" } },
        { id: "place-2", name: "Yard at dusk", lux: 40, source: { kind: "daylight", cctK: 9500 } }
      ]
    },
    ...NO_STUDIES,
    boards: [],
    whites: [
      { id: "white-1", name: "As lit, 4300 K", whiteK: 4300, tintDuv: 0 },
      { id: "white-2", name: "Colder, 3200 K", whiteK: 3200, tintDuv: 0 },
      { id: "white-3", name: "Warmer, 6000 K", whiteK: 6e3, tintDuv: 0 }
    ],
    lights,
    probes: standardProbes(FACE_M, BACKDROP_M, "left"),
    spectra: []
  };
}
var fridge = (setting, fixture2 = "colour-panel-two") => piece({
  id: "fridge",
  name: "Fridge",
  role: "rim",
  side: "left",
  fixture: fixture2,
  modifier: "panel-grid",
  setting,
  motive: "fridge",
  powerStops: -4
});
var street = (setting, powerStops = -4) => piece({
  id: "street",
  name: "Street",
  role: "rim",
  side: "right",
  fixture: "colour-spot",
  modifier: "reflector",
  setting,
  motive: "street",
  at: { position: [1.25, FACE_M + 0.85, -1.15], aim: [0, FACE_M + 0.05, 0] },
  powerStops
});
var ovenKey = () => piece({
  id: "key",
  name: "Oven door",
  role: "key",
  side: "left",
  fixture: "bi-colour",
  modifier: "softbox",
  setting: { mode: "cct", cctK: 3200, duv: 0 },
  motive: "bedside",
  at: { position: [-0.55, FACE_M + 0.13, 1.5], aim: [0, FACE_M, 0] },
  powerStops: -1
});
var tubes = (hueDeg2) => piece({
  id: "tubes",
  name: "Wall tubes",
  role: "background",
  side: "right",
  fixture: "colour-tube",
  modifier: "tube-face",
  setting: { mode: "hsi", hueDeg: hueDeg2, saturation: 0.65, whiteK: 5600 },
  motive: "",
  powerStops: -1
});
var lamp = () => ({
  ...piece({
    id: "lamp",
    name: "Shelf lamp",
    role: "practical",
    side: "left",
    fixture: "household-bulb",
    modifier: "globe",
    motive: "bedside",
    powerStops: -1
  }),
  lamp: { kind: "lamp", ratedW: 60, fittedW: 60, figureW: 60, diffusionStops: 0 }
});
function nightOvenLooks() {
  const first = ovenLook(
    "Dough, street against fridge",
    "Sodium-like street light on one edge, cold fridge on the other; the oven door keys.",
    [
      ovenKey(),
      street({ mode: "xy", x: 0.51, y: 0.42 }),
      fridge({ mode: "hsi", hueDeg: 210, saturation: 0.7, whiteK: 6500 }),
      lamp()
    ]
  );
  const second = ovenLook("Cold shelves, tubes disagree", "Panel and tubes stand at hue 195 and are not the same colour.", [
    ovenKey(),
    fridge({ mode: "hsi", hueDeg: 195, saturation: 0.65, whiteK: 5600 }, "colour-panel"),
    tubes(195)
  ]);
  return [
    balance(first, QUICKLY).look,
    withOwnPalette(balance(second, QUICKLY).look),
    withOwnPalette(balance(thrown(), QUICKLY).look),
    withOwnPalette(balance(pause(), QUICKLY).look)
  ];
}
function pause() {
  const seat = 1.22;
  const look = ovenLook("Pause, a beam in the haze", "The street light cuts the flour dust; the fridge holds the other side.", [
    piece({ id: "key", name: "Oven door", role: "key", side: "left", fixture: "bi-colour", modifier: "softbox-grid", setting: { mode: "cct", cctK: 3200, duv: 0 }, motive: "bedside", powerStops: -3, at: { position: [-1.05, seat + 0.1, 1.05], aim: [0, seat, 0] } }),
    piece({ id: "street", name: "Street", role: "rim", side: "right", fixture: "colour-spot", modifier: "reflector-grid", setting: { mode: "xy", x: 0.51, y: 0.42 }, motive: "street", powerStops: -1, at: { position: [1.35, seat + 1.15, -1.5], aim: [0, seat - 0.05, 0] } }),
    fridge({ mode: "hsi", hueDeg: 210, saturation: 0.7, whiteK: 6500 })
  ]);
  return {
    ...look,
    palette: emptyBrief().palette,
    subject: { ...look.subject, form: "seated", person: "beard", skinDepth: 0.22, headwear: "none", hair: { kind: "material", id: "hair-dark" }, faceHeightM: seat, headTurnDeg: 14 },
    camera: { ...look.camera, focalMm: 40, distanceM: 2.6 },
    air: { hazePerM: 0.045 },
    probes: standardProbes(seat, BACKDROP_M, "left", "seated")
  };
}
function thrown() {
  const flash = piece({
    id: "key",
    name: "Flash",
    role: "key",
    side: "left",
    fixture: "flash-small",
    modifier: "reflector-grid",
    gels: ["warm-half"],
    powerStops: -5
  });
  const paint = piece({
    id: "tube",
    name: "Blue tube",
    role: "kicker",
    side: "right",
    fixture: "colour-tube",
    modifier: "tube-face",
    setting: { mode: "hsi", hueDeg: 228, saturation: 0.85, whiteK: 5600 },
    powerStops: -3
  });
  const look = ovenLook("Flour thrown, dragged shutter", "One flash freezes, the tube paints. Ambient is nearly gone.", [
    flash,
    paint
  ]);
  return {
    ...look,
    brief: { ...look.brief, keyStops: -0.7 },
    palette: emptyBrief().palette,
    camera: { ...cameraOf("stills"), whiteK: 5e3, aperture: 8, iso: 400, shutterS: 0.5, longestS: 2, focalMm: 50, distanceM: 3 },
    ambient: { ...look.ambient, lux: 0.3, window: null, places: [] },
    motion: { speedMS: 0.8, widthM: 0.4, of: "subject" },
    whites: []
  };
}

// core/src/catalogue/demo/nocturne.ts
var BOTTLE_M = 0.95;
var BOTTLE_BACK_M = 1.1;
function kettle(base) {
  const at2 = (id2, name2, role, hueDeg2, position, zone) => ({
    ...piece({ id: id2, name: name2, role, side: "right", fixture: "colour-tube", modifier: "tube-face", setting: { mode: "hsi", hueDeg: hueDeg2, saturation: 0.75, whiteK: 5600 }, powerStops: -3, zone }),
    position,
    aim: [0, BOTTLE_M, 0],
    rollDeg: 90
  });
  return {
    ...base,
    title: "Kettle, steel in two colours",
    brief: { ...base.brief, note: "Steel has no colour of its own: it shows the lights. Matt parts hold the shape." },
    subject: { ...base.subject, name: "Steel kettle", form: "kettle", wardrobe: { kind: "neutral", reflectance: 0.08 } },
    camera: { ...base.camera, distanceM: 1.15, focalMm: 100 },
    lights: [
      at2("key", "Amber strip", "key", 32, [-0.55, BOTTLE_M + 0.2, 0.3], "face-key"),
      at2("edge", "Blue strip", "rim", 215, [0.55, BOTTLE_M + 0.15, 0.1], "face-shadow"),
      ...base.lights.filter(({ id: id2 }) => id2 === "glow")
    ],
    probes: standardProbes(BOTTLE_M, BOTTLE_BACK_M, "left", "kettle")
  };
}
function nocturneLooks() {
  const base = poster("Nocturne, amber in the dark", "The liquid carries the amber; blue draws the edge of the glass.", []);
  const at2 = (light, position, aim) => ({ ...light, position, aim });
  const label = at2(
    piece({
      id: "key",
      name: "Label flash",
      role: "key",
      side: "left",
      fixture: "flash-small",
      modifier: "snoot",
      gels: ["warm-quarter"],
      powerStops: -6
    }),
    [-0.45, BOTTLE_M + 0.35, 0.55],
    [0, BOTTLE_M - 0.02, 0]
  );
  const glow = at2(
    piece({
      id: "glow",
      name: "Glow on the paper",
      role: "background",
      side: "right",
      fixture: "colour-spot",
      modifier: "snoot",
      setting: { mode: "hsi", hueDeg: 38, saturation: 0.45, whiteK: 3200 },
      powerStops: -5
    }),
    [0.35, BOTTLE_M - 0.35, -0.45],
    [0, BOTTLE_M, -BOTTLE_BACK_M]
  );
  const edge2 = at2(
    piece({
      id: "edge",
      name: "Blue edge",
      role: "rim",
      side: "right",
      fixture: "colour-tube",
      modifier: "tube-face",
      setting: { mode: "hsi", hueDeg: 222, saturation: 0.8, whiteK: 5600 },
      powerStops: -4
    }),
    [0.5, BOTTLE_M + 0.15, -0.05],
    [0, BOTTLE_M, 0]
  );
  const look = {
    ...base,
    brief: { ...base.brief, mood: "dark", keyStops: -0.5, keyLevel: "low", separation: 0.08 },
    camera: {
      ...cameraOf("stills"),
      focalMm: 100,
      distanceM: 0.75,
      aperture: 11,
      iso: 100,
      shutterS: 1 / 4,
      longestS: 4,
      whiteK: 4600
    },
    subject: {
      ...base.subject,
      name: "Perfume bottle",
      form: "bottle",
      faceHeightM: BOTTLE_M,
      wardrobe: { kind: "neutral", reflectance: 0.06 },
      liquid: { tint: "amber", strength: 1.4 },
      label: { kind: "neutral", reflectance: 0.62 }
    },
    backdrop: { ...base.backdrop, surface: { kind: "neutral", reflectance: 0.2 }, distanceM: BOTTLE_BACK_M, widthM: 1.4 },
    ambient: { ...ambientOf(2, { kind: "planck", cctK: 3e3 }), targetStops: -6 },
    whites: [],
    lights: [label, edge2, { ...glow, rollDeg: 0 }].map((light) => light.id === "edge" ? { ...light, rollDeg: 90 } : light),
    probes: standardProbes(BOTTLE_M, BOTTLE_BACK_M, "left", "bottle")
  };
  return [balance(look, QUICKLY).look, balance(kettle(look), QUICKLY).look];
}

// core/look.tmp.ts
import { readFileSync, existsSync } from "node:fs";
import { gunzipSync } from "node:zlib";
import sharp from "sharp";
function ensure(look, fine = true) {
  for (const { part, detail } of missingFiles(shapeOf(look.subject), fine ? "fine" : "quick")) {
    const f = `/work/main/core/figures/${part}.${detail}.bin.gz`;
    if (!existsSync(f)) throw new Error("no " + f);
    providePart(part, detail, gunzipSync(readFileSync(f)));
  }
}
var studio = makeStudio();
async function draw(look, w, h, out3) {
  ensure(look);
  const t2 = performance.now();
  const p = studio.picture({ look, width: w, height: h, fineness: 2, grain: true });
  console.log(out3, p.ms, (performance.now() - t2).toFixed(0));
  await sharp(Buffer.from(p.rgba.buffer), { raw: { width: p.width, height: p.height, channels: 4 } }).png().toFile(out3);
  return p;
}

// core/figures/read.ts
import { readFileSync as readFileSync2 } from "node:fs";
import path from "node:path";
import { gunzipSync as gunzipSync2 } from "node:zlib";
function readFiguresFrom(folder) {
  usePartLoader((part, detail) => gunzipSync2(readFileSync2(path.join(folder, `${part}.${detail}.bin.gz`))));
}

// core/demo.tmp.ts
readFiguresFrom("/work/main/core/figures");
var which = process.argv[2] ?? "all";
var t = performance.now();
var all = {};
if (which !== "oven" && which !== "bottle") demoLooks().forEach((l, i) => all[`salt-${i + 1}`] = l);
if (which === "all" || which === "oven") nightOvenLooks().forEach((l, i) => all[`oven-${i + 1}`] = l);
if (which === "all" || which === "bottle") nocturneLooks().forEach((l, i) => all[`noct-${i + 1}`] = l);
console.log("made", performance.now() - t);
for (const [n, l] of Object.entries(all)) {
  console.log(n, l.lights.map((x) => `${x.id} ${x.powerStops}`).join(", "));
  await draw(l, 520, 390, `/tmp/demo-${n}.png`);
}
